<script setup lang="ts">
import { newContact } from '~~/shared/jobs'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { usePeople } from './usePeople'

/** Somebody new, typed by hand. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ made: [id: string] }>()
const people = usePeople()
const blank = () => ({
  ...{ name: '', email: '', phone: '', address: '', taxNumber: '', born: '' },
  kind: 'person' as 'person' | 'organisation',
  language: null as keyof typeof LANGUAGE_NAMES | null,
})
const form = reactive(blank())
watch(open, (is) => is && Object.assign(form, blank()))
const languages = [
  { value: null, label: 'as the business writes' },
  ...Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value: value as typeof form.language, label })),
]
async function add(body: object) {
  const id = await people.add(body)
  open.value = false
  emit('made', id)
}
</script>

<template>
  <Dialog v-model:visible="open" modal header="Someone new" class="w-[min(560px,calc(100vw-24px))]" :draggable="false">
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="newContact" :given="() => form" :send="add">
      <OneOf
        v-model="form.kind"
        label="What they are"
        :options="[
          { value: 'person', label: 'A person' },
          { value: 'organisation', label: 'An organisation' },
        ]"
      />
      <FieldOf name="name" label="Name"><InputText v-model="form.name" maxlength="200" autofocus /></FieldOf>
      <div class="pairs">
        <FieldOf name="email" label="E-mail"><InputText v-model="form.email" type="email" maxlength="320" /></FieldOf>
        <FieldOf name="phone" label="Phone"><InputText v-model="form.phone" type="tel" maxlength="40" /></FieldOf>
        <FieldOf name="address" label="Address"
          ><Textarea v-model="form.address" auto-resize rows="2" maxlength="1000"
        /></FieldOf>
        <Choice v-model="form.language" label="Language" :options="languages" />
        <FieldOf v-if="form.kind === 'organisation'" name="taxNumber" label="Tax number"
          ><InputText v-model="form.taxNumber" maxlength="40"
        /></FieldOf>
      </div>
      <p class="acts">
        <Button type="submit" :disabled="busy">Add {{ form.name.slice(0, 40) || 'them' }}</Button>
        <Button variant="text" @click="open = false">Never mind</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
