<script setup lang="ts">
import { CHOICES } from '~~/core/fields/check'
import type { Question } from '~~/core/standing-links/model'

/** One question of a form with what answers it. */
const props = defineProps<{ question: Question }>()
const value = defineModel<string | boolean | undefined>()
const text = computed({
  get: () => (typeof value.value === 'string' ? value.value : ''),
  set: (to: string) => (value.value = to),
})
const ticked = computed({
  get: () => value.value === true,
  set: (to: boolean) => (value.value = to),
})
const several = computed({
  get: () => text.value.split(CHOICES).filter(Boolean),
  set: (to: string[]) => (text.value = (props.question.options ?? []).filter((o) => to.includes(o)).join(CHOICES)),
})
const id = useId()
const kind = computed(() =>
  props.question.format?.kind === 'phone' ? 'tel' : props.question.type === 'email' ? 'email' : 'text',
)
</script>

<template>
  <FormField v-slot="field" :name="`answers.${question.key}`" class="grid gap-1">
    <label v-if="question.type === 'tick'" class="tick">
      <Checkbox v-model="ticked" binary :invalid="field.invalid" />
      <span>{{ question.label }}</span>
    </label>
    <fieldset
      v-else-if="question.type === 'choices' || (question.type === 'choice' && (question.options?.length ?? 0) <= 6)"
    >
      <legend class="label">{{ question.label }}</legend>
      <label v-for="option in question.options" :key="option" class="tick">
        <Checkbox v-if="question.type === 'choices'" v-model="several" :value="option" :invalid="field.invalid" />
        <RadioButton v-else v-model="text" :value="option" :invalid="field.invalid" />
        <span>{{ option }}</span>
      </label>
    </fieldset>
    <Choice
      v-else-if="question.type === 'choice'"
      v-model="text"
      :label="question.label"
      :options="(question.options ?? []).map((o) => ({ value: o, label: o }))"
      :invalid="field.invalid"
    />
    <label v-else class="field" :for="id">
      <span>{{ question.label }}</span>
      <Textarea
        v-if="question.type === 'text' && (question.max ?? 0) > 200"
        :id="id"
        v-model="text"
        auto-resize
        rows="3"
        :maxlength="question.max"
        :invalid="field.invalid"
      />
      <InputText
        v-else
        :id="id"
        v-model="text"
        :type="question.type === 'day' ? 'date' : kind"
        :inputmode="question.type === 'number' ? 'decimal' : undefined"
        :maxlength="question.max ?? 300"
        :placeholder="question.placeholder"
        :invalid="field.invalid"
        :autocomplete="question.type === 'email' ? 'email' : question.type === 'name' ? 'name' : undefined"
      />
    </label>
    <p v-if="question.help" class="soft small">{{ question.help }}</p>
    <Message v-if="field.invalid" severity="error" size="small" variant="simple" role="alert">{{
      field.error?.message
    }}</Message>
  </FormField>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 48px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
</style>
