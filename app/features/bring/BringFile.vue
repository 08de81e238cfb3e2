<script setup lang="ts">
import { type Encoding, encodings } from '~~/core/tables/table'
import type { FileLook } from '~~/shared/bring'
import { type BringOf, useBringing } from './useBringing'

/** Records brought in from a file: looked at before anything is kept, undone as a whole. */
const props = defineProps<{
  of: BringOf
  title: string
  /** So many of them, in words. */
  count: (n: number) => string
  accept: string
  /** What a column can stand for. */
  means: { value: string; label: string }[]
  /** What stands in the cells of a row. */
  cells: string[]
  /** What is done with those that are there already. */
  fillWords?: string
}>()
const bringing = useBringing(props.of)
bringing.follow()
const { look, data, problem } = storeToRefs(bringing)
const { busy, act } = useAct()
const notices = useNotices()
const asking = useAsking()
const fill = ref(true)
const ENCODINGS: Record<Encoding, string> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16, big end first',
  'windows-1252': 'Windows, western',
  'windows-1250': 'Windows, central European',
  'iso-8859-15': 'ISO 8859-15',
  macintosh: 'older Mac',
}
const encodingOptions = encodings.map((value) => ({ value, label: ENCODINGS[value] }))
const take = (files: File[]) => act(() => bringing.take(files[0]!))
const encoding = computed({
  get: () => look.value?.encoding ?? 'utf-8',
  set: (to) => void act(() => bringing.setEncoding(to)),
})
const told = computed(() => {
  const c = look.value!.counts
  return [
    `${props.count(c.new)} new`,
    ...(c.same ? [`${c.same} there already`] : []),
    ...(c.repeated ? [`${c.repeated} twice in the file`] : []),
    ...(c.wrong ? [`${c.wrong} that can’t be brought in`] : []),
    ...(look.value!.left ? [`${look.value!.left} entries that can’t be read`] : []),
  ].join(' · ')
})
const MARKS = { new: 'not-yet', same: 'settled', repeated: 'skipped', wrong: 'trouble' } as const
type Row = FileLook['rows'][number]
const says = (r: Row) => (r.verdict === 'new' ? 'new' : r.why)
const bring = () =>
  act(async () => {
    const { id, added, filled } = await bringing.bring(props.fillWords && fill.value ? 'fill' : 'leave')
    notices.say(`${props.count(added)} brought in${filled ? `, ${filled} put right` : ''}.`, { undo: () => undo(id) })
  })
async function undo(id: string): Promise<void> {
  const { removed, kept } = await bringing.undo(id)
  notices.say(`${props.count(removed)} taken out again${kept ? `; ${kept} stay, something is with them by now` : ''}.`)
}
const undoOld = async (id: string, words: string) => {
  if (await asking.ask(`Take ${words} out again? What is in use by now stays.`, 'Take them out'))
    await act(() => undo(id))
}
const when = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ title }}</h1>
      <span class="grow" />
      <FilePick
        :main="!look"
        :label="look ? 'Another file' : 'Choose a file'"
        :name="`A file: ${title.toLowerCase()}`"
        :accept="accept"
        :disabled="busy"
        @picked="take"
      />
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="look">
      <p class="mb-4 strong" role="status">{{ told }}</p>
      <div class="mb-4"><slot name="more" :bringing="bringing" /></div>
      <section v-if="look.of === 'csv'" aria-labelledby="columns" class="mb-6">
        <div class="section-head">
          <h2 id="columns">What the columns are</h2>
          <Choice v-model="encoding" label="Letters as written by" :options="encodingOptions" class="w-60" />
        </div>
        <ul class="ledger w-full" aria-label="Columns">
          <li
            v-for="(c, i) in look.columns"
            :key="i"
            class="grid gap-x-4 gap-y-1 items-center py-2 phone:grid-cols-[180px_200px_minmax(0,1fr)]"
          >
            <b class="wrap-anywhere">{{ c.head || `column ${i + 1}` }}</b>
            <Choice
              :model-value="c.means"
              :aria-label="`What ${c.head || `column ${i + 1}`} is`"
              :options="means"
              @update:model-value="(to) => act(() => bringing.setMeans(i, to))"
            />
            <span class="soft small truncate">{{ c.samples.filter(Boolean).join(' · ') }}</span>
          </li>
        </ul>
      </section>
      <section aria-labelledby="who" class="mb-6">
        <h2 id="who" class="mb-2">What would come in</h2>
        <DataTable
          :value="look.rows"
          data-key="n"
          scrollable
          scroll-height="420px"
          :virtual-scroller-options="{ itemSize: 44 }"
          aria-labelledby="who"
        >
          <Column header="" class="w-10">
            <template #body="{ data: r }"><StopMark :state="MARKS[(r as Row).verdict]" /></template>
          </Column>
          <Column
            v-for="(cell, i) in cells"
            :key="cell"
            :field="`cells.${i}`"
            :header="cell"
            :class="i ? 'hidden phone:table-cell' : ''"
          />
          <Column header="">
            <template #body="{ data: r }"
              ><span :class="(r as Row).verdict === 'wrong' ? 'text-bracken' : 'soft'">{{
                says(r as Row)
              }}</span></template
            >
          </Column>
        </DataTable>
      </section>
      <label v-if="fillWords && look.counts.same" class="choice mb-3"
        ><Checkbox v-model="fill" binary /> {{ fillWords }}</label
      >
      <p class="acts">
        <Button :disabled="busy || (!look.counts.new && !(fillWords && fill && look.counts.same))" @click="bring"
          >Bring in {{ count(look.counts.new) }}</Button
        >
        <Button variant="text" @click="bringing.leave()">Never mind</Button>
      </p>
    </template>
    <template v-else>
      <p class="soft mb-6 max-w-150"><slot /></p>
      <section v-if="data?.imports.length" aria-labelledby="before">
        <h2 id="before" class="mb-2">Brought in before</h2>
        <ul class="ledger w-full max-w-180" aria-label="Brought in before">
          <li v-for="i in data.imports" :key="i.id" class="flex flex-wrap gap-x-4 items-center min-h-11">
            <span class="grow">{{ count(i.added) }}{{ i.filled ? `, ${i.filled} put right` : '' }}</span>
            <span class="soft small">{{ when(i.at) }}, {{ i.by }}</span>
            <span v-if="i.undoneAt" class="soft small">taken out again</span>
            <Button
              v-else
              size="small"
              variant="text"
              :aria-label="`Take ${count(i.added)} out again`"
              @click="undoOld(i.id, count(i.added))"
              >Take out</Button
            >
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>
