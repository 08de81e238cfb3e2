<script setup lang="ts">
import { type FieldSpec, askedTypes } from '~~/core/document/field'
import type { Align } from '~~/core/marking/arrange'
import { FIELD_WORDS } from '../writing/say'
import MarkLimits from './MarkLimits.vue'
import MarkRepeat from './MarkRepeat.vue'
import MarkRules from './MarkRules.vue'
import MarkWords from './MarkWords.vue'
import './card.css'
import { useChosen } from './chosen'

/** What is chosen, in full: what it asks, whose it is, where exactly it stands, how it is checked, what becomes of it. */
const { table, m, set, text } = useChosen()
const { chosen, parties, view } = table
const several = computed(() => chosen.value.length > 1)
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

/** Who fills it: a signer, or the sender from the record or in words. */
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
          : { path: Object.keys(view.value.context.values)[0]!, face: 'sans' },
    )
  },
})
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
      <MarkWords />
      <fieldset class="place">
        <legend class="small strong">Exactly where, in points</legend>
        <label v-for="k in ['x', 'y', 'w', 'h'] as const" :key="k"
          ><span class="small soft">{{ { x: 'from left', y: 'from top', w: 'wide', h: 'high' }[k] }}</span
          ><input v-typed="round(m[k])" class="input" type="number" step="0.5" @change="place(k, $event)"
        /></label>
      </fieldset>
    </template>

    <MarkRepeat />
    <template v-if="!several && !m.words">
      <label class="tick"
        ><input
          type="checkbox"
          :checked="m.field.required"
          @change="set({ required: ($event.target as HTMLInputElement).checked })"
        />
        It has to be filled</label
      >
      <MarkLimits />
      <MarkRules />
    </template>
  </section>
</template>
