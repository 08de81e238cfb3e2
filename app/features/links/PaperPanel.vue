<script setup lang="ts">
import type { Source } from '~~/core/standing-links/model'
import type { StandingLinkView } from '~~/shared/out/standing-links'
import { useLink } from './useLink'

/** What is signed, and where each value of it comes from. */
const link = useLink()
const { draft, view } = storeToRefs(link)
type Value = StandingLinkView['values'][number]
const settings = computed(() => draft.value!.settings)
const questionOf = (key: string) => settings.value.questions.find((q) => q.key === key)
const sourceOf = (v: Value): Source | undefined => settings.value.map[v.key]
/** A value that has to be there and comes from nowhere. */
const lacks = (v: Value) => {
  const from = sourceOf(v)
  return from ? from.from === 'question' && !questionOf(from.key) : v.required
}
const fromWords = (v: Value): string => {
  const from = sourceOf(v)
  if (!from) return ''
  if (from.from === 'always') return `always “${from.value}”`
  if (from.from === 'item') return view.value!.items.find((i) => i.id === from.id)?.name ?? 'an item that is gone'
  return questionOf(from.key)?.label ?? 'a question that is gone'
}
const why = (v: Value): string => {
  const from = sourceOf(v)
  if (!from) return v.required ? 'give it a source' : 'may stay empty'
  if (from.from !== 'question') return 'you chose it'
  return v.proposed?.question === from.key ? v.proposed.because : 'you chose it'
}
const editing = ref('')
const always = ref('')
function edit(v: Value) {
  editing.value = editing.value === v.key ? '' : v.key
  const from = sourceOf(v)
  always.value = from?.from === 'always' ? from.value : ''
}
function give(v: Value, from: Source | null) {
  link.set((d) => {
    if (from) d.settings.map[v.key] = from
    else delete d.settings.map[v.key]
  })
  editing.value = ''
}
const questionOptions = computed(() => settings.value.questions.map((q) => ({ value: q.key, label: q.label })))
const itemOptions = computed(() => view.value!.items.map((i) => ({ value: i.id, label: i.name })))
const papers = computed({
  get: () => draft.value!.templates,
  set: (to: string[]) => link.set((d) => (d.templates = to)),
})
const papersOffered = computed(() =>
  view.value!.choices.map((c) => ({ id: c.id, name: c.name, off: c.unusable !== null, why: c.unusable ?? '' })),
)
const proposals = computed(() => view.value!.values.filter((v) => v.proposed && !sourceOf(v)).length)
</script>

<template>
  <section aria-labelledby="paper-panel">
    <h2 id="paper-panel">What is signed</h2>
    <label class="field max-w-120">
      <span>Papers, in their order</span>
      <MultiSelect
        v-model="papers"
        :options="papersOffered"
        option-label="name"
        option-value="id"
        option-disabled="off"
        filter
        placeholder="Choose from the Library"
        aria-label="Papers, in their order"
        ><template #option="{ option }"
          ><span
            ><span class="block">{{ option.name }}</span
            ><span v-if="option.why" class="soft small block whitespace-normal max-w-100">{{ option.why }}</span></span
          ></template
        ></MultiSelect
      >
    </label>
    <template v-if="view!.values.length">
      <h2 class="mt-5 mb-1">What the form says, and where it goes</h2>
      <p v-if="proposals" class="mb-2">
        <Button variant="outlined" size="small" @click="link.takeProposed()"
          >Take over {{ proposals }} {{ proposals === 1 ? 'proposal' : 'proposals' }}</Button
        >
      </p>
      <ul class="rows" aria-label="Values of the papers">
        <li v-for="v in view!.values" :key="v.key">
          <div class="row">
            <span :class="{ soft: !fromWords(v) }">{{ fromWords(v) || 'nothing yet' }}</span>
            <span aria-hidden="true">→</span>
            <Button
              variant="link"
              class="to"
              :class="{ lacks: lacks(v) }"
              :aria-expanded="editing === v.key"
              @click="edit(v)"
              >{{ v.label }}</Button
            >
            <span class="small" :class="lacks(v) ? 'text-bracken' : 'soft'">{{ why(v) }}</span>
          </div>
          <div v-if="editing === v.key" class="source">
            <form
              class="flex gap-2 items-end"
              @submit.prevent="always.trim() && give(v, { from: 'always', value: always })"
            >
              <label class="field"
                ><span>{{ v.label }} is always</span><InputText v-model="always" maxlength="1000"
              /></label>
              <Button type="submit" variant="outlined" :disabled="!always.trim()">Always this</Button>
            </form>
            <Choice
              v-if="questionOptions.length"
              label="or what a question says"
              :model-value="''"
              :options="[{ value: '', label: 'Choose a question' }, ...questionOptions]"
              @update:model-value="$event && give(v, { from: 'question', key: $event })"
            />
            <Choice
              v-if="v.type === 'amount' && itemOptions.length"
              label="or what an item costs"
              :model-value="''"
              :options="[{ value: '', label: 'Choose an item' }, ...itemOptions]"
              @update:model-value="$event && give(v, { from: 'item', id: $event })"
            />
            <Button v-if="sourceOf(v)" variant="text" @click="give(v, null)">From nowhere</Button>
          </div>
        </li>
      </ul>
    </template>
    <p v-else-if="papers.length" class="soft small mt-3">
      These papers ask for no values of their own: they are filled from the person and the session.
    </p>
  </section>
</template>

<style scoped>
.rows {
  list-style: none;
  padding: 0;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 24px minmax(0, 1fr) minmax(0, 130px);
  gap: 8px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hairline);
}
.to {
  justify-self: start;
  text-align: start;
}
.to.lacks {
  color: var(--bracken);
  font-weight: 600;
}
.source {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  background: var(--paper);
  border-inline-start: 3px solid var(--bracken);
  padding: 12px;
}
</style>
