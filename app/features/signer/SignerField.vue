<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/model'
import { SCRIPT_FAMILIES } from '~~/shared/faces'
import type { DraftState } from './draft'
import SignatureMarkView from './SignatureMarkView.vue'

const props = defineProps<{ field: FieldSpec; state: DraftState; mine: boolean }>()
const emit = defineEmits<{ sign: [] }>()
const { draft, problems } = props.state
const asked = inject<Ref<boolean>>('asked', ref(false))
const problem = computed(() =>
  asked.value ? problems.value.find((p) => p.key === props.field.key)?.message : undefined,
)
const text = computed({
  get: () => String(draft.value.values[props.field.key] ?? ''),
  set: (v: string) => {
    draft.value.values[props.field.key] = v
  },
})
const ticked = computed({
  get: () => draft.value.values[props.field.key] === true,
  set: (v: boolean) => {
    draft.value.values[props.field.key] = v
  },
})
const id = computed(() => `f-${props.field.key}`)
</script>

<template>
  <span v-if="!mine || field.type === 'agreed-total'" class="other">{{
    field.type === 'agreed-total' ? '' : `${field.label}: somebody else’s to fill`
  }}</span>
  <span v-else-if="field.type === 'date'" class="other">day of signing, by itself</span>
  <span v-else-if="field.type === 'signature'" class="sign">
    <button
      :id="id"
      type="button"
      class="sign-box"
      :class="{ missing: problem }"
      :aria-label="draft.signature ? 'Your signature is there. Change it' : 'Sign here'"
      @click="emit('sign')"
    >
      <SignatureMarkView v-if="draft.signature" :mark="draft.signature" :families="SCRIPT_FAMILIES" /><span v-else
        >Sign here</span
      >
    </button>
    <span v-if="problem" class="error">{{ problem }}</span>
  </span>
  <span v-else-if="field.type === 'tick'" class="tick"
    ><input :id="id" v-model="ticked" type="checkbox" :aria-label="field.label" :aria-invalid="!!problem" /><span
      v-if="problem"
      class="error"
      >{{ problem }}</span
    ></span
  >
  <span v-else class="in">
    <label :for="id" class="sr">{{ field.label }}</label>
    <select v-if="field.type === 'choice'" :id="id" v-model="text" class="input" :aria-invalid="!!problem">
      <option value="" />
      <option v-for="o in field.options" :key="o">{{ o }}</option>
    </select>
    <input
      v-else
      :id="id"
      v-model="text"
      class="input"
      :inputmode="field.type === 'number' ? 'decimal' : 'text'"
      :autocomplete="field.type === 'name' ? 'name' : 'off'"
      :aria-invalid="!!problem"
      :placeholder="field.help ?? field.label"
      maxlength="300"
    />
    <span v-if="problem" class="error">{{ problem }}</span>
  </span>
</template>

<style scoped>
.other {
  color: var(--ink-soft);
  border: 1px dashed var(--hairline-strong);
  border-radius: 4px;
  padding: 1px 8px;
  font: 13px var(--sans);
}
.other:empty {
  display: none;
}
.sign,
.in {
  display: inline-block;
  width: 100%;
  max-width: 420px;
  vertical-align: middle;
}
.sign-box {
  width: 100%;
  min-height: 76px;
  border: 1.5px solid var(--heather);
  border-radius: var(--corner);
  background: var(--party-1);
  color: var(--heather-deep);
  font: 600 16px var(--sans);
  cursor: pointer;
  display: grid;
  place-items: center;
  padding: 6px;
}
.sign-box.missing {
  border-color: var(--bracken);
  border-width: 2.5px;
}
.in .input {
  min-height: 46px;
  font-family: var(--sans);
}
.tick input {
  width: 24px;
  height: 24px;
  accent-color: var(--heather);
  vertical-align: middle;
  margin-right: 8px;
}
.error {
  display: block;
  font-family: var(--sans);
}
</style>
