<script setup lang="ts">
import type { FieldFormat } from '~~/core/document/field'
import { patternProblem } from '~~/core/fields/patterns'
import { FORMATS } from '../writing/say'
import { useChosen } from './chosen'

/** How an answer is helped along and checked: its words, its length, how it is written, which days. */
const { table, m, keyed, set } = useChosen()
const { chosen, marks } = storeToRefs(table)
const KINDS: Record<FieldFormat['kind'] | '', string> = {
  '': 'as it comes',
  email: 'an e-mail address',
  phone: 'a phone number',
  postcode: 'a postcode',
  letters: 'letters only',
  digits: 'digits only',
  pattern: 'a pattern',
  range: 'a number between',
  'day-order': 'a date, printed as',
}
const NEW: Record<FieldFormat['kind'], FieldFormat> = {
  email: { kind: 'email' },
  phone: { kind: 'phone' },
  postcode: { kind: 'postcode', country: 'GB' },
  letters: { kind: 'letters' },
  digits: { kind: 'digits' },
  pattern: { kind: 'pattern', pattern: '[A-Z]{2}-\\d{3}', example: 'AB-123' },
  range: { kind: 'range' },
  'day-order': { kind: 'day-order', order: 'dmy' },
}
const format = computed(() => m.value?.field.format)
const setFormat = (f: FieldFormat | undefined) => set({ format: f })
const pattern = computed(() =>
  format.value?.kind === 'pattern' ? patternProblem(format.value.pattern, format.value.example) : null,
)
const COUNTRIES = {
  GB: 'United Kingdom',
  IE: 'Ireland',
  DE: 'Germany',
  FR: 'France',
  ES: 'Spain',
  US: 'United States',
  NL: 'Netherlands',
  AT: 'Austria',
  CH: 'Switzerland',
  PT: 'Portugal',
  PL: 'Poland',
}

const dated = computed(() => m.value?.field.type === 'day')
</script>

<template>
  <details v-if="m" class="more">
    <summary>Help and limits</summary>
    <label class="field"
      ><span>Help</span><TypedText :value="m.field.help" maxlength="400" @given="set({ help: $event || undefined })"
    /></label>
    <label class="field"
      ><span>Set by you, not to be changed</span
      ><TypedText :value="m.field.preset" maxlength="300" @given="set({ preset: $event || undefined })"
    /></label>
    <label v-if="m.field.type === 'choice' || m.field.type === 'choices'" class="field"
      ><span>Answers, one a line</span
      ><TypedText
        long
        :value="(m.field.options ?? []).join('\n')"
        rows="3"
        @given="
          set({
            options: $event
              .split('\n')
              .map((o) => o.trim())
              .filter(Boolean)
              .slice(0, 40),
          })
        "
      />
    </label>
    <label v-if="m.field.type === 'tick'" class="field"
      ><span>One of several: the name they share</span
      ><TypedText :value="m.field.oneOf" maxlength="80" @given="set({ oneOf: $event || undefined })"
    /></label>
    <Choice
      label="Holds the same value as"
      :model-value="keyed.some(([k]) => k === m!.field.key) ? m.field.key : ''"
      :options="[{ value: '', label: 'nothing else' }, ...keyed.map(([key, label]) => ({ value: key, label: label }))]"
      @update:model-value="$event && set({ ...marks.find((x) => x.field.key === $event)!.field })"
    />
    <label class="field"
      ><span>Size of the answer in points</span
      ><InputNumber
        :model-value="m.size"
        :use-grouping="false"
        :min="4"
        :max="72"
        placeholder="fitted"
        @update:model-value="table.setSize(chosen, $event ?? undefined)"
    /></label>
    <div class="two">
      <label class="field"
        ><span>Most characters</span
        ><InputNumber
          :model-value="m.field.max"
          :use-grouping="false"
          :min="1"
          :max="2000"
          @update:model-value="set({ max: $event ?? undefined })"
      /></label>
      <Choice
        label="Written as"
        :model-value="format?.kind ?? ''"
        :options="Object.entries(KINDS).map(([k, w]) => ({ value: k, label: w }))"
        @update:model-value="setFormat($event ? NEW[$event as FieldFormat['kind']] : undefined)"
      />
    </div>
    <Choice
      v-if="format?.kind === 'postcode'"
      label="Country"
      :model-value="format.country"
      :options="Object.entries(COUNTRIES).map(([c, w]) => ({ value: c, label: w }))"
      @update:model-value="setFormat({ kind: 'postcode', country: $event as 'GB' })"
    />
    <template v-if="format?.kind === 'pattern'">
      <div class="two">
        <label class="field"
          ><span>Pattern</span
          ><TypedText
            :value="format.pattern"
            :aria-invalid="!!pattern"
            @given="setFormat({ ...format, pattern: $event })"
        /></label>
        <label class="field"
          ><span>An example to try it on</span
          ><TypedText
            :value="format.example"
            :aria-invalid="!!pattern"
            @given="setFormat({ ...format, example: $event })"
        /></label>
      </div>
      <p v-if="pattern" class="error" role="alert">{{ pattern }}</p>
    </template>
    <div v-if="format?.kind === 'range'" class="two">
      <label class="field"
        ><span>From</span
        ><InputNumber
          :model-value="format.from"
          :use-grouping="false"
          @update:model-value="setFormat({ kind: 'range', to: format.to, from: $event ?? undefined })"
      /></label>
      <label class="field"
        ><span>To</span
        ><InputNumber
          :model-value="format.to"
          :use-grouping="false"
          @update:model-value="setFormat({ kind: 'range', from: format.from, to: $event ?? undefined })"
      /></label>
    </div>
    <Choice
      v-if="format?.kind === 'day-order'"
      label="Order"
      :model-value="format.order"
      :options="(['long', 'dmy', 'mdy', 'iso'] as const).map((o) => ({ value: o, label: FORMATS[o] }))"
      @update:model-value="setFormat({ kind: 'day-order', order: $event as 'dmy' })"
    />
    <Choice
      v-if="dated"
      label="Which days"
      :model-value="m.field.days?.rule ?? ''"
      :options="[
        { value: '', label: 'any' },
        { value: 'past', label: 'past' },
        { value: 'future', label: 'to come' },
        { value: 'between', label: 'between two days' },
      ]"
      @update:model-value="set({ days: $event ? { rule: $event as 'past' } : undefined })"
    />
    <div v-if="dated && m.field.days?.rule === 'between'" class="two">
      <label class="field"
        ><span>From</span
        ><WhenField
          :model-value="m.field.days.from ?? ''"
          kind="day"
          @given="set({ days: { ...m.field.days!, from: $event || undefined } })"
      /></label>
      <label class="field"
        ><span>To</span
        ><WhenField
          :model-value="m.field.days.to ?? ''"
          kind="day"
          @given="set({ days: { ...m.field.days!, to: $event || undefined } })"
      /></label>
    </div>
  </details>
</template>
