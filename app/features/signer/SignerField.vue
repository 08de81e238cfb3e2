<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/field'
import { CHOICES } from '~~/core/fields/check'
import { SCRIPT_FAMILIES } from '~~/shared/faces'
import { attachmentName } from '~~/core/fields/attachment'
import { ATTACHMENT_MAX } from '~~/shared/draft'
import { problemIn } from '~~/shared/words'
import type { SignerView } from '~~/shared/signer'
import type { DraftState } from './draft'
import { givenText } from './given'
import { useSays } from './says'
import SignatureMarkView from './SignatureMarkView.vue'

/** One field where it stands in the text. Everything in it may stand within a paragraph, which would end before anything else. */
const props = defineProps<{ field: FieldSpec; state: DraftState; mine: boolean }>()
const emit = defineEmits<{ sign: [field: FieldSpec] }>()
const { draft, problems, isAsked, workedOut, markOf } = props.state
const says = useSays()
const pictureOf = inject<((sha: string) => string) | undefined>('pictureOf', undefined)
/** Where somebody stands in front of the desk: what can't be agreed to is refused there and then. */
const refuse = inject<((what: string) => void) | undefined>('refuse', undefined)
/** Whether it is a statement that is agreed or refused with two answers of one size. */
const asked = computed(() => !!refuse && props.field.required && !props.field.oneOf)
const passed = inject<Ref<Set<string>>>('passed', ref(new Set<string>()))
/** What somebody else has given here, or the sender has set. */
const given = inject<Ref<SignerView['given']>>('given', ref({}))
const others = computed(() => {
  const { field } = props
  const there = given.value[field.key]
  return there ? givenText(says.value, field, there) : (field.preset ?? '')
})
const problem = computed(() => {
  const wrong = passed.value.has(props.field.key) ? problems.value.find((p) => p.key === props.field.key) : undefined
  return wrong && problemIn(says.value, wrong)
})
const mark = computed(() => markOf(props.field))
const isMark = computed(() => props.field.type === 'signature' || props.field.type === 'initials')
const text = computed({
  get: () => String(draft.value.values[props.field.key] ?? ''),
  set: (v: string) => {
    draft.value.values[props.field.key] = v
  },
})
const ticked = computed({
  get: () => draft.value.values[props.field.key] === true,
  set: (v: boolean) => {
    // One of several: ticking it unticks the others.
    if (v && props.field.oneOf)
      for (const f of props.state.fieldsOf(props.field.oneOf)) draft.value.values[f.key] = false
    draft.value.values[props.field.key] = v
  },
})
const id = computed(() => `f-${props.field.key}`)
const INPUT: Partial<
  Record<FieldSpec['type'] | 'phone', { type?: string; mode?: 'decimal' | 'email' | 'tel' | 'numeric'; fill?: string }>
> = {
  number: { mode: 'decimal' },
  name: { fill: 'name' },
  email: { type: 'email', mode: 'email', fill: 'email' },
  phone: { type: 'tel', mode: 'tel', fill: 'tel' },
  'job-title': { fill: 'organization-title' },
  organisation: { fill: 'organization' },
  day: { type: 'date' },
}
const input = computed(() =>
  props.field.format?.kind === 'phone'
    ? INPUT.phone!
    : props.field.format?.kind === 'digits'
      ? { mode: 'numeric' as const }
      : (INPUT[props.field.type] ?? {}),
)
const limits = computed((): { from?: string; to?: string } =>
  props.field.days?.rule === 'between' ? props.field.days : {},
)
const several = computed(() => text.value.split(CHOICES).filter(Boolean))
function toggle(option: string) {
  const next = several.value.includes(option) ? several.value.filter((o) => o !== option) : [...several.value, option]
  text.value = (props.field.options ?? []).filter((o) => next.includes(o)).join(CHOICES)
}
const refused = ref('')
async function give(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  refused.value = ''
  try {
    if (file.size > ATTACHMENT_MAX) throw new Error(says.value('fileLarge'))
    await props.state.attach(props.field.key, file)
  } catch (e) {
    refused.value = wordsOf(e)
  }
}
</script>

<template>
  <span v-if="mine && !isAsked(field)" class="other">{{ field.label }}: {{ says('notNeeded') }}</span>
  <span v-else-if="mine && field.compute" class="other set"
    ><span class="sr">{{ field.label }}: </span>{{ workedOut(field) || says('workedOut') }}</span
  >
  <span v-else-if="!mine && others" class="other set"
    ><span class="sr">{{ field.label }}: </span>{{ others }}</span
  >
  <span v-else-if="!mine || field.type === 'agreed-total'" class="other">{{
    field.type === 'agreed-total' ? '' : `${field.label}: ${says('othersToFill')}`
  }}</span>
  <span v-else-if="field.preset" class="other set"
    ><span class="sr">{{ field.label }}: </span>{{ field.preset }}</span
  >
  <span v-else-if="field.type === 'date'" class="other">{{ says('byItself') }}</span>
  <span v-else-if="isMark" class="sign" :class="{ short: field.type === 'initials' }">
    <button
      :id="id"
      type="button"
      class="sign-box"
      :class="{ missing: problem }"
      :aria-label="
        field.type === 'initials'
          ? says(mark ? 'initialsThere' : 'initialHere')
          : says(mark ? 'signatureThere' : 'signHere')
      "
      :aria-describedby="problem ? `${id}-wrong` : undefined"
      @click="emit('sign', field)"
    >
      <SignatureMarkView v-if="mark" :mark="mark" :families="SCRIPT_FAMILIES" :picture-of="pictureOf" /><span v-else>{{
        says(field.type === 'initials' ? 'initialHere' : 'signHere')
      }}</span>
    </button>
    <span v-if="problem" :id="`${id}-wrong`" class="error block font-sans">{{ problem }}</span>
  </span>
  <span v-else-if="field.type === 'tick'" class="tick" :class="{ asked }"
    ><input :id="id" v-model="ticked" type="checkbox" :aria-label="field.label" :aria-invalid="!!problem" /><template
      v-if="asked"
      ><label :for="id" aria-hidden="true" class="answer">{{ says('yes') }}</label
      ><button
        type="button"
        class="answer"
        :aria-label="says('notSo', { what: field.label })"
        @click="refuse!(field.label)"
      >
        {{ says('no') }}
      </button></template
    ><span v-if="problem" class="error block font-sans">{{ problem }}</span></span
  >
  <span
    v-else-if="field.type === 'choices'"
    class="in several border-0 p-0 my-1.5 mx-0"
    role="group"
    :aria-label="field.label"
  >
    <label v-for="(o, i) in field.options" :key="o"
      ><input
        :id="i === 0 ? id : undefined"
        type="checkbox"
        :checked="several.includes(o)"
        :aria-invalid="!!problem"
        @change="toggle(o)"
      />{{ o }}</label
    >
    <span v-if="problem" class="error block font-sans">{{ problem }}</span>
  </span>
  <span v-else-if="field.type === 'attachment'" class="in">
    <label :for="id" class="sr">{{ field.label }}</label>
    <input :id="id" type="file" class="input" accept=".pdf,.png,.jpg,.jpeg" :aria-invalid="!!problem" @change="give" />
    <span class="given">{{ says('giveFile') }}</span>
    <span v-if="text" class="given">{{ says('fileWith', { name: attachmentName(text) }) }}</span>
    <span v-if="refused || problem" class="error block font-sans" role="alert">{{ refused || problem }}</span>
  </span>
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
      :type="input.type ?? 'text'"
      :inputmode="input.mode ?? 'text'"
      :autocomplete="input.fill ?? 'off'"
      :min="limits.from"
      :max="limits.to"
      :aria-invalid="!!problem"
      :aria-describedby="problem ? `${id}-wrong` : field.help && field.placeholder ? `${id}-help` : undefined"
      :placeholder="field.placeholder ?? field.help ?? field.label"
      :maxlength="field.max ?? 300"
    />
    <span v-if="field.help && field.placeholder" :id="`${id}-help`" class="given">{{ field.help }}</span>
    <span v-if="problem" :id="`${id}-wrong`" class="error block font-sans">{{ problem }}</span>
  </span>
</template>

<style scoped>
/* In person: the statement, and at its end two answers to press. */
.asked {
  position: relative;
  float: inline-end;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-inline-start: 16px;
}
.asked input {
  position: absolute;
  inset: 0;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.answer {
  display: grid;
  place-items: center;
  min-height: 48px;
  min-width: 68px;
  padding: 0 16px;
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  background: var(--paper);
  color: var(--heather-deep);
  font: 600 17px var(--sans);
  cursor: pointer;
}
.asked input:checked + .answer {
  border-color: var(--moss);
  background: var(--moss-tint);
  color: var(--moss);
}
.asked input:focus-visible + .answer {
  outline: 2px solid var(--heather);
  outline-offset: 2px;
}
.several label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 36px;
  font-family: var(--sans);
}
.several input {
  width: 22px;
  height: 22px;
  accent-color: var(--heather);
}
.given {
  display: block;
  font: 13px var(--sans);
  color: var(--ink-soft);
}
.other.set {
  border-style: solid;
  color: var(--ink);
}
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
.sign.short {
  max-width: 150px;
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
</style>
