<script setup lang="ts">
import { type FieldFormat, type FieldSpec, askedTypes } from '~~/core/document/model'
import { patternProblem } from '~~/core/fields/formats'
import type { Align } from '~~/core/marking/arrange'
import { FIELD_WORDS, FORMATS } from '../writing/say'
import RuleEdit from './RuleEdit.vue'
import { useTable } from './useMarking'

/** What is chosen, in full: what it asks, whose it is, where exactly it stands, how it is checked, what becomes of it. */
const table = useTable()
const { current: m, chosen, parties, view, marks } = table
const several = computed(() => chosen.value.length > 1)
const text = (e: Event) => (e.target as HTMLInputElement).value
const set = (more: Partial<FieldSpec>, word = '') => table.setField(chosen.value, more, word)
const place = (key: 'x' | 'y' | 'w' | 'h', e: Event) => {
  const n = Number(text(e))
  if (m.value && Number.isFinite(n)) table.setPlace(m.value.id, { [key]: n })
}
const round = (n: number) => Math.round(n * 10) / 10

const ways: { how: Align; words: string }[] = [
  { how: 'left', words: 'Left edges' },
  { how: 'right', words: 'Right edges' },
  { how: 'bottom', words: 'Lower edges' },
  { how: 'top', words: 'Upper edges' },
  { how: 'size', words: 'Same size' },
  { how: 'across', words: 'Spread across' },
  { how: 'down', words: 'Spread down' },
]
const copyParty = ref('')
const others = computed(() => parties.value.filter((p) => p.key !== m.value?.field.party))
const pagesText = ref('')
const repeatProblem = ref('')
function repeat(all: boolean): void {
  const n = view.value.marked.pages.length
  const on = all
    ? Array.from({ length: n }, (_, i) => i + 1)
    : pagesText.value.split(',').flatMap((part) => {
        const [, a, b] = /^\s*(\d+)(?:\s*-\s*(\d+))?\s*$/.exec(part) ?? []
        return a
          ? Array.from({ length: Math.max(1, Number(b ?? a) - Number(a) + 1) }, (_, i) => Number(a) + i)
          : [Number.NaN]
      })
  repeatProblem.value = on.some((p) => !(p >= 1 && p <= n)) ? `Give pages from 1 to ${n}, such as 2, 4-6.` : ''
  if (!repeatProblem.value) table.repeat(on)
}

// What the sender sets straight on the page.
const values = computed(() => Object.entries(view.value.context.values).map(([path, v]) => ({ path, label: v.label })))
const filler = computed({
  get: () => (m.value?.words ? (m.value.words.path === undefined ? 'words' : 'value') : 'signer'),
  set: (how) => {
    if (!m.value) return
    table.setWords(
      m.value.id,
      how === 'signer'
        ? undefined
        : how === 'words'
          ? { text: m.value.words?.text ?? '', face: 'sans' }
          : { path: values.value[0]!.path, face: 'sans' },
    )
  },
})
const words = (more: object) => m.value?.words && table.setWords(m.value.id, { ...m.value.words, ...more })

// How an answer is checked.
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
const number = (t: string) => (t.trim() === '' || !Number.isFinite(Number(t)) ? undefined : Number(t))
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

/** Fields by their key, for what is worked out from others or shares a value. */
const keyed = computed(() =>
  [
    ...new Map(marks.value.filter((x) => x.state === 'settled' && !x.words).map((x) => [x.field.key, x.field.label])),
  ].filter(([key]) => key !== m.value?.field.key),
)
const how = computed({
  get: () => m.value?.field.compute?.how ?? '',
  set: (v) =>
    set({
      compute: v
        ? { how: v as 'sum', of: m.value?.field.compute?.of ?? keyed.value.slice(0, 2).map(([k]) => k) }
        : undefined,
      required: false,
    }),
})
const of = (key: string) => {
  const c = m.value?.field.compute
  if (c) set({ compute: { ...c, of: c.of.includes(key) ? c.of.filter((k) => k !== key) : [...c.of, key] } })
}
const writable = computed(() =>
  Object.entries(view.value.context.values).flatMap(([path, v]) =>
    v.source.fact && (v.source.record === 'job' || v.source.record === 'contact') ? [{ path, label: v.label }] : [],
  ),
)
const dated = computed(() => m.value?.field.type === 'day')
</script>

<template>
  <section v-if="m" class="card-box" aria-label="What is chosen">
    <template v-if="several">
      <h2>{{ chosen.length }} chosen</h2>
      <p class="wrap">
        <button v-for="w in ways" :key="w.how" type="button" class="btn" @click="table.setOut(w.how)">
          {{ w.words }}
        </button>
      </p>
    </template>
    <template v-else>
      <label class="field"
        ><span>What it asks</span
        ><input
          id="mark-label"
          v-typed="m.field.label"
          class="input"
          maxlength="200"
          @change="set({ label: text($event) })"
      /></label>
      <div class="two">
        <label class="field"
          ><span>What</span>
          <select class="input" :value="m.field.type" @change="set({ type: text($event) as FieldSpec['type'] })">
            <option v-for="t in askedTypes" :key="t" :value="t">{{ FIELD_WORDS[t] }}</option>
          </select></label
        >
        <label class="field"
          ><span>Who fills it</span>
          <select v-model="filler" class="input">
            <option value="signer">{{ parties.find((p) => p.key === m!.field.party)?.label ?? 'somebody' }}</option>
            <option value="value">you, from the job</option>
            <option value="words">you, in your words</option>
          </select></label
        >
      </div>
      <template v-if="m.words">
        <div v-if="m.words.path !== undefined" class="two">
          <label class="field"
            ><span>Value</span>
            <select class="input" :value="m.words.path" @change="words({ path: text($event) })">
              <option v-for="v in values" :key="v.path" :value="v.path">{{ v.label }}</option>
            </select></label
          >
          <label class="field"
            ><span>Printed</span>
            <select class="input" :value="m.words.format ?? 'plain'" @change="words({ format: text($event) })">
              <option v-for="(w, f) in FORMATS" :key="f" :value="f">{{ w }}</option>
            </select></label
          >
        </div>
        <label v-else class="field"
          ><span>Your words</span
          ><input
            id="own-words"
            v-typed="m.words.text"
            class="input"
            maxlength="2000"
            @change="words({ text: text($event) })"
        /></label>
        <div class="two">
          <label class="field"
            ><span>Letters</span>
            <select class="input" :value="m.words.face" @change="words({ face: text($event) })">
              <option value="sans">plain</option>
              <option value="serif">with serifs</option>
            </select></label
          >
          <label class="field"
            ><span>Size in points</span
            ><input
              v-typed="m.words.size"
              class="input"
              type="number"
              min="4"
              max="72"
              placeholder="fitted"
              @change="words({ size: number(text($event)) })"
          /></label>
        </div>
      </template>
      <fieldset class="place">
        <legend class="small strong">Exactly where, in points</legend>
        <label v-for="k in ['x', 'y', 'w', 'h'] as const" :key="k"
          ><span class="small soft">{{ { x: 'from left', y: 'from top', w: 'wide', h: 'high' }[k] }}</span
          ><input v-typed="round(m[k])" class="input" type="number" step="0.5" @change="place(k, $event)"
        /></label>
      </fieldset>
    </template>

    <details v-if="others.length" class="more">
      <summary>Copy to another party</summary>
      <p class="wrap">
        <select v-model="copyParty" class="input tight" aria-label="Copy for">
          <option value="">{{ others[0]!.label }}</option>
          <option v-for="p in others.slice(1)" :key="p.key" :value="p.key">{{ p.label }}</option>
        </select>
        <button type="button" class="btn" @click="table.copyTo(copyParty || others[0]!.key, 'beside')">Beside</button>
        <button type="button" class="btn" @click="table.copyTo(copyParty || others[0]!.key, 'beneath')">Beneath</button>
      </p>
    </details>
    <details v-if="view.marked.pages.length > 1" class="more">
      <summary>Repeat on other pages</summary>
      <p class="wrap">
        <button type="button" class="btn" @click="repeat(true)">On every page</button>
        <input
          v-model="pagesText"
          class="input tight"
          aria-label="Pages"
          placeholder="2, 4-6"
          @keydown.enter.prevent="repeat(false)"
        />
        <button type="button" class="btn" @click="repeat(false)">On these</button>
      </p>
      <p v-if="repeatProblem" class="error" role="alert">{{ repeatProblem }}</p>
    </details>

    <template v-if="!several && !m.words">
      <label class="tick"
        ><input
          type="checkbox"
          :checked="m.field.required"
          @change="set({ required: ($event.target as HTMLInputElement).checked })"
        />
        It has to be filled</label
      >
      <details class="more">
        <summary>Help and limits</summary>
        <label class="field"
          ><span>Help</span
          ><input
            v-typed="m.field.help"
            class="input"
            maxlength="400"
            @change="set({ help: text($event) || undefined })"
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
          ><input
            v-typed="m.field.oneOf"
            class="input"
            maxlength="80"
            @change="set({ oneOf: text($event) || undefined })"
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
      <details class="more">
        <summary>Rules</summary>
        <RuleEdit
          label="Asked only when"
          :but="m.field.key"
          :model-value="m.field.show"
          @update:model-value="set({ show: $event })"
        />
        <RuleEdit
          label="Has to be filled only when"
          :but="m.field.key"
          :model-value="m.field.require"
          @update:model-value="set({ require: $event })"
        />
        <label class="field"
          ><span>Worked out</span>
          <select v-model="how" class="input">
            <option value="">no, it is filled</option>
            <option value="sum">the sum of</option>
            <option value="count">how many are filled of</option>
            <option value="days">the days between</option>
            <option value="join">the texts joined of</option>
          </select></label
        >
        <p v-if="m.field.compute" class="wrap">
          <label v-for="[key, label] in keyed" :key="key" class="tick"
            ><input type="checkbox" :checked="m.field.compute.of.includes(key)" @change="of(key)" /> {{ label }}</label
          >
        </p>
      </details>
      <details class="more">
        <summary>What becomes of it</summary>
        <label class="field"
          ><span>Leaves as data under the name</span
          ><input
            v-typed="m.field.dataName"
            class="input"
            maxlength="80"
            :placeholder="m.field.label"
            @change="set({ dataName: text($event).trim() || undefined })"
        /></label>
        <label class="field"
          ><span>Offered back to the record as</span>
          <select class="input" :value="m.field.writeTo ?? ''" @change="set({ writeTo: text($event) || undefined })">
            <option value="">nothing</option>
            <option v-for="v in writable" :key="v.path" :value="v.path">{{ v.label }}</option>
          </select></label
        >
      </details>
    </template>
  </section>
</template>

<style scoped>
.card-box {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 14px 18px;
  overflow: auto;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.place {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
  border: 0;
  padding: 0;
  margin: 0;
}
.place label {
  display: grid;
}
.wrap {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.tight {
  width: auto;
  max-width: 130px;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
}
.more {
  border-top: 1px solid var(--hairline);
  padding-top: 8px;
}
.more[open] {
  display: grid;
  gap: 8px;
}
summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 13px;
}
</style>
