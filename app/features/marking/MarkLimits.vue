<script setup lang="ts">
import type { FieldFormat } from '~~/core/document/field'
import { patternProblem } from '~~/core/fields/formats'
import { FORMATS } from '../writing/say'
import { useChosen } from './chosen'

/** How an answer is helped along and checked: its words, its length, how it is written, which days. */
const { table, m, keyed, set, text, number } = useChosen()
const { chosen, marks } = table
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
      ><span>Help</span
      ><input v-typed="m.field.help" class="input" maxlength="400" @change="set({ help: text($event) || undefined })"
    /></label>
    <label class="field"
      ><span>Set by you, not to be changed</span
      ><input
        v-typed="m.field.preset"
        class="input"
        maxlength="300"
        @change="set({ preset: text($event) || undefined })"
    /></label>
    <label v-if="m.field.type === 'choice' || m.field.type === 'choices'" class="field"
      ><span>Answers, one a line</span
      ><textarea
        v-typed="(m.field.options ?? []).join('\n')"
        class="input"
        rows="3"
        @change="
          set({
            options: text($event)
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
      ><input v-typed="m.field.oneOf" class="input" maxlength="80" @change="set({ oneOf: text($event) || undefined })"
    /></label>
    <label class="field"
      ><span>Holds the same value as</span>
      <select
        class="input"
        :value="keyed.some(([k]) => k === m!.field.key) ? m.field.key : ''"
        @change="text($event) && set({ ...marks.find((x) => x.field.key === text($event))!.field })"
      >
        <option value="">nothing else</option>
        <option v-for="[key, label] in keyed" :key="key" :value="key">{{ label }}</option>
      </select></label
    >
    <label class="field"
      ><span>Size of the answer in points</span
      ><input
        v-typed="m.size"
        class="input"
        type="number"
        min="4"
        max="72"
        placeholder="fitted"
        @change="table.setSize(chosen, number(text($event)))"
    /></label>
    <div class="two">
      <label class="field"
        ><span>Most characters</span
        ><input
          v-typed="m.field.max"
          class="input"
          type="number"
          min="1"
          max="2000"
          @change="set({ max: number(text($event)) })"
      /></label>
      <label class="field"
        ><span>Written as</span>
        <select
          class="input"
          :value="format?.kind ?? ''"
          @change="setFormat(text($event) ? NEW[text($event) as FieldFormat['kind']] : undefined)"
        >
          <option v-for="(w, k) in KINDS" :key="k" :value="k">{{ w }}</option>
        </select></label
      >
    </div>
    <label v-if="format?.kind === 'postcode'" class="field"
      ><span>Country</span>
      <select
        class="input"
        :value="format.country"
        @change="setFormat({ kind: 'postcode', country: text($event) as 'GB' })"
      >
        <option v-for="(w, c) in COUNTRIES" :key="c" :value="c">{{ w }}</option>
      </select></label
    >
    <template v-if="format?.kind === 'pattern'">
      <div class="two">
        <label class="field"
          ><span>Pattern</span
          ><input
            v-typed="format.pattern"
            class="input"
            :aria-invalid="!!pattern"
            @change="setFormat({ ...format, pattern: text($event) })"
        /></label>
        <label class="field"
          ><span>An example to try it on</span
          ><input
            v-typed="format.example"
            class="input"
            :aria-invalid="!!pattern"
            @change="setFormat({ ...format, example: text($event) })"
        /></label>
      </div>
      <p v-if="pattern" class="error" role="alert">{{ pattern }}</p>
    </template>
    <div v-if="format?.kind === 'range'" class="two">
      <label class="field"
        ><span>From</span
        ><input
          v-typed="format.from"
          class="input"
          type="number"
          @change="setFormat({ kind: 'range', to: format.to, from: number(text($event)) })"
      /></label>
      <label class="field"
        ><span>To</span
        ><input
          v-typed="format.to"
          class="input"
          type="number"
          @change="setFormat({ kind: 'range', from: format.from, to: number(text($event)) })"
      /></label>
    </div>
    <label v-if="format?.kind === 'day-order'" class="field"
      ><span>Order</span>
      <select
        class="input"
        :value="format.order"
        @change="setFormat({ kind: 'day-order', order: text($event) as 'dmy' })"
      >
        <option v-for="o in ['long', 'dmy', 'mdy', 'iso'] as const" :key="o" :value="o">{{ FORMATS[o] }}</option>
      </select></label
    >
    <label v-if="dated" class="field"
      ><span>Which days</span>
      <select
        class="input"
        :value="m.field.days?.rule ?? ''"
        @change="set({ days: text($event) ? { rule: text($event) as 'past' } : undefined })"
      >
        <option value="">any</option>
        <option value="past">past</option>
        <option value="future">to come</option>
        <option value="between">between two days</option>
      </select></label
    >
    <div v-if="dated && m.field.days?.rule === 'between'" class="two">
      <label class="field"
        ><span>From</span
        ><input
          v-typed="m.field.days.from"
          class="input"
          type="date"
          @change="set({ days: { ...m.field.days!, from: text($event) || undefined } })"
      /></label>
      <label class="field"
        ><span>To</span
        ><input
          v-typed="m.field.days.to"
          class="input"
          type="date"
          @change="set({ days: { ...m.field.days!, to: text($event) || undefined } })"
      /></label>
    </div>
  </details>
</template>
