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
const { table, m, set } = useChosen()
const { chosen, parties, view } = storeToRefs(table)
const several = computed(() => chosen.value.length > 1)
const place = (key: 'x' | 'y' | 'w' | 'h', n: number | null) =>
  m.value && n !== null && table.setPlace(m.value.id, { [key]: n })
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
        <Button v-for="w in ways" :key="w.how" variant="outlined" @click="table.setOut(w.how)">
          {{ w.words }}
        </Button>
      </p>
    </template>
    <template v-else>
      <label class="field"
        ><span>What it asks</span
        ><TypedText id="mark-label" :value="m.field.label" maxlength="200" @given="set({ label: $event })"
      /></label>
      <div class="two">
        <Choice
          label="What"
          :model-value="m.field.type"
          :options="askedTypes.map((t) => ({ value: t, label: FIELD_WORDS[t] }))"
          @update:model-value="set({ type: $event as FieldSpec['type'] })"
        />
        <Choice
          v-model="filler"
          label="Who fills it"
          :options="[
            { value: 'signer', label: parties.find((p) => p.key === m!.field.party)?.label ?? 'somebody' },
            { value: 'value', label: 'you, from the job' },
            { value: 'words', label: 'you, in your words' },
          ]"
        />
      </div>
      <MarkWords />
      <fieldset class="place">
        <legend class="small strong">Exactly where, in points</legend>
        <label v-for="k in ['x', 'y', 'w', 'h'] as const" :key="k"
          ><span class="small soft">{{ { x: 'from left', y: 'from top', w: 'wide', h: 'high' }[k] }}</span
          ><InputNumber
            :model-value="round(m[k])"
            :use-grouping="false"
            :step="0.5"
            :max-fraction-digits="1"
            @update:model-value="place(k, $event)"
        /></label>
      </fieldset>
    </template>

    <MarkRepeat />
    <template v-if="!several && !m.words">
      <label class="tick"
        ><Checkbox binary :model-value="m.field.required" @update:model-value="set({ required: $event })" /> It has to
        be filled</label
      >
      <MarkLimits />
      <MarkRules />
    </template>
  </section>
</template>
