<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/field'
import type { PlacedField } from '~~/core/layout/types'
import { CHOICES } from '~~/core/fields/check'
import { SCRIPT_FAMILIES } from '~~/shared/faces'
import type { DraftState } from './draft'
import { placeOf } from './given'
import SignatureMarkView from './SignatureMarkView.vue'
import { useSays } from './says'

/** One field at its exact place on a page, filled there. */
const props = defineProps<{ at: PlacedField; state: DraftState; width: number; height: number; first: boolean }>()
const emit = defineEmits<{ sign: [field: FieldSpec] }>()
const { draft, problems, isAsked, workedOut, markOf } = props.state
const says = useSays()
const pictureOf = inject<((sha: string) => string) | undefined>('pictureOf', undefined)
const passed = inject<Ref<Set<string>>>('passed', ref(new Set<string>()))
const f = computed(() => props.at.field)
const mark = computed(() => markOf(f.value))
const wrong = computed(() => passed.value.has(f.value.key) && problems.value.some((p) => p.key === f.value.key))
const text = computed({
  get: () => String(draft.value.values[f.value.key] ?? ''),
  set: (v: string) => {
    draft.value.values[f.value.key] = v
  },
})
const ticked = computed({
  get: () => draft.value.values[f.value.key] === true,
  set: (v: boolean) => {
    if (v && f.value.oneOf) for (const o of props.state.fieldsOf(f.value.oneOf)) draft.value.values[o.key] = false
    draft.value.values[f.value.key] = v
  },
})
const style = computed(() => placeOf(props.at, props.width, props.height))
const TYPE: Record<string, string> = { email: 'email', day: 'date' }
</script>

<template>
  <component
    :is="f.type === 'tick' ? 'label' : 'span'"
    v-if="isAsked(f) || f.preset"
    class="at"
    :class="{ wrong, hit: !f.preset && !f.compute && f.type !== 'date' }"
    :style="style"
  >
    <span v-if="f.preset" class="set">{{ f.preset }}</span>
    <span v-else-if="f.compute" class="set" :title="`${f.label}, worked out`">{{ workedOut(f) }}</span>
    <span v-else-if="f.type === 'date'" class="set soft">{{ says('byItself') }}</span>
    <button
      v-else-if="f.type === 'signature' || f.type === 'initials'"
      :id="first ? `pf-${f.key}` : undefined"
      type="button"
      class="sign text-heather-deep font-semibold cursor-pointer"
      :aria-label="`${f.label}: ${
        f.type === 'initials'
          ? says(mark ? 'initialsThere' : 'initialHere')
          : says(mark ? 'signatureThere' : 'signHere')
      }`"
      @click="emit('sign', f)"
    >
      <SignatureMarkView v-if="mark" :mark="mark" :families="SCRIPT_FAMILIES" :picture-of="pictureOf" />
      <template v-else>{{ says(f.type === 'initials' ? 'initialHere' : 'signHere') }}</template>
    </button>
    <input
      v-else-if="f.type === 'tick'"
      :id="first ? `pf-${f.key}` : undefined"
      v-model="ticked"
      type="checkbox"
      :aria-label="f.label"
      :aria-invalid="wrong"
    />
    <select
      v-else-if="f.type === 'choice'"
      :id="first ? `pf-${f.key}` : undefined"
      v-model="text"
      :aria-label="f.label"
      :aria-invalid="wrong"
    >
      <option value="" />
      <option v-for="o in f.options" :key="o">{{ o }}</option>
    </select>
    <span v-else-if="f.type === 'attachment' || f.type === 'choices'" class="set soft">{{
      text.split(CHOICES).join(', ') || says('readingView')
    }}</span>
    <input
      v-else
      :id="first ? `pf-${f.key}` : undefined"
      v-model="text"
      :type="TYPE[f.type] ?? 'text'"
      :maxlength="f.max ?? 300"
      :aria-label="f.label"
      :aria-invalid="wrong"
      :title="f.help ?? f.label"
    />
  </component>
</template>

<style scoped>
.sign :deep(.ink) {
  height: 100%;
}
.sign :deep(.typed) {
  font-size: 1.6em;
}
.at {
  position: absolute;
  display: block;
  color: #1b2a4a;
}
/* A small place can be hit beside itself; what lies closer to another goes to that. */
label.at.hit::before {
  content: '';
  position: absolute;
  inset: -12px;
  width: auto;
  height: auto;
}
/* The place itself lies above what can be hit beside it. */
.at > * {
  position: relative;
  z-index: 1;
  width: 100%;
  height: 100%;
  font: inherit;
  font-family: var(--sans);
  border: 1px solid var(--heather);
  border-radius: 2px;
  background: rgb(240 230 242 / 0.55);
  padding: 0 2px;
  margin: 0;
  min-height: 0;
  line-height: 1;
}
.set {
  display: flex;
  align-items: center;
  overflow: hidden;
  white-space: nowrap;
  border-style: dashed;
}
.wrong > * {
  border: 2px solid var(--bracken);
}
input[type='checkbox'] {
  accent-color: var(--heather);
}
</style>
