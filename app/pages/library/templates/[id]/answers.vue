<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import FigureChart from '~/features/charts/FigureChart.vue'
import type { Figures } from '~/features/charts/options'
import { useAnswers } from '~/features/answers/useAnswers'
import type { AnswersView, DiffersView } from '~~/shared/answers'
import type { RowColumn } from '~/components/RowsTable.vue'

/** What was filled on the papers of one template: a table over all jobs, charts, files, and the way back to the records. */
const id = String(useRoute().params.id)
const answers = useAnswers()
Object.assign(answers, { id, find: '', column: '', differs: null })
answers.follow()
const { rows, first, more, busy, problem, column, differs } = storeToRefs(answers)
const typed = ref('')
const settled = refDebounced(typed, 200)
watch(settled, (to) => (answers.find = to))
const name = computed(() => first.value?.template.name ?? 'Answers')
useHead({ title: () => `${name.value}, answers · Upwold` })
type Row = AnswersView['rows'][number]
/** What the first page said of the columns stays while rows are narrowed down. */
const told = shallowRef<AnswersView['columns']>([])
const counted = ref(0)
watch(
  first,
  (f) => {
    if (f?.columns.length) [told.value, counted.value] = [f.columns, f.counted]
  },
  { immediate: true },
)
/** Of an instant, as a signature has it, the day is enough here. */
const said = (value = '') => value.replace(/(\d{4}-\d{2}-\d{2})T[\d:.]+Z$/, '$1')
const columns = computed<RowColumn<Row>[]>(() => [
  { key: 'job', header: 'Job', text: (r) => r.job.title, always: true },
  { key: 'who', header: 'Who', text: (r) => r.who },
  { key: 'day', header: 'Day', text: (r) => r.job.day ?? '' },
  ...told.value.map((c, i): RowColumn<Row> => ({ key: `c${i}`, header: c.name, text: (r) => said(r.values[c.name]) })),
])
const charted = computed(() => told.value.filter((c) => c.counts.length > 1))
const figuresOf = (c: AnswersView['columns'][number]): Figures => ({
  way: 'bars',
  of: c.name,
  names: c.counts.slice(0, 12).map((x) => x.label),
  series: [
    { name: 'papers', values: c.counts.slice(0, 12).map((x) => x.n), tone: c.type === 'number' ? 'tarn' : 'moss' },
  ],
  words: String,
  short: String,
  height: 50 + 42 * Math.min(12, c.counts.length),
})
const { busy: acting, act } = useAct()
const notices = useNotices()
const session = useSession()
const compare = () => act(() => answers.compare(rows.value.map((r) => r.id)))
const chosen = ref<DiffersView['rows']>([])
const keyOf = (d: DiffersView['rows'][number]) => `${d.paperId} ${d.path}`
const writeBack = () =>
  act(async () => {
    const n = await answers.writeBack(chosen.value)
    chosen.value = []
    notices.say(n === 1 ? 'One fact is written back.' : `${n} facts are written back.`)
  })
const whose = (paperId: string) => rows.value.find((r) => r.id === paperId)
</script>

<template>
  <div class="page">
    <div class="head">
      <h1 class="wrap-anywhere">{{ name }}: what was filled</h1>
      <span v-if="counted" class="soft">{{ counted === 1000 ? 'the newest 1,000 papers' : `${counted} papers` }}</span>
      <span class="grow" />
      <a :href="`/api/templates/${id}/answers?as=csv`">As CSV</a>
      <a :href="`/api/templates/${id}/answers?as=xlsx`">As XLSX</a>
      <LinkButton :to="`/library/templates/${id}`">The template</LinkButton>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <div class="flex flex-wrap gap-2.5 items-center mb-2.5">
      <div class="w-60">
        <Choice
          v-model="column"
          aria-label="In which column"
          :options="[{ value: '', label: 'In any column' }, ...told.map((c) => ({ value: c.name, label: c.name }))]"
        />
      </div>
      <label class="w-75"
        ><span class="sr">Search what was filled</span
        ><InputText v-model="typed" type="search" placeholder="Search what was filled"
      /></label>
      <span class="grow" />
      <Button v-if="session.may('papers') && rows.length" variant="outlined" :disabled="acting" @click="compare"
        >What do the records say?</Button
      >
    </div>
    <section v-if="differs" aria-labelledby="differs" class="card p-4 mb-5">
      <h2 id="differs">Where records say otherwise</h2>
      <p v-if="!differs.length" class="soft">The records say what was filled.</p>
      <ul v-else class="ledger">
        <li v-for="d in differs" :key="keyOf(d)" class="py-2 flex gap-3 items-start">
          <Checkbox v-model="chosen" :value="d" :input-id="keyOf(d)" />
          <label :for="keyOf(d)" class="flex-1 min-w-0 wrap-anywhere"
            ><b>{{ d.label }}</b
            >: {{ d.given
            }}<span class="soft small block"
              >{{ [whose(d.paperId)?.who, whose(d.paperId)?.job.title].filter(Boolean).join(', ') }};
              {{ d.conflict ? `the record says ${d.now}` : 'the record says nothing' }}</span
            ></label
          >
          <StopMark v-if="d.conflict" state="trouble" :size="16" />
        </li>
      </ul>
      <p class="acts mt-2">
        <Button v-if="differs.length" :disabled="acting || !chosen.length" @click="writeBack"
          >Write back what is chosen</Button
        >
        <Button variant="text" @click="differs = null">Leave it</Button>
      </p>
    </section>
    <RowsTable
      :key="told.length"
      :name="`answers-${id}`"
      :rows="rows"
      :columns="columns"
      :busy="busy"
      :more="more"
      @more="answers.showMore()"
    >
      <template #job="{ row: r }"
        ><NuxtLink :to="`/papers/${r.id}`" class="strong">{{ r.job.title }}</NuxtLink></template
      >
      <template #empty
        ><EmptyList v-if="!busy" :words="typed ? 'Nothing like that was filled.' : 'Nothing has been filled yet.'"
      /></template>
    </RowsTable>
    <div v-if="charted.length" class="grid grid-cols-1 narrow:grid-cols-2 gap-9 mt-7">
      <section v-for="c in charted" :key="c.name" class="min-w-0" :aria-label="c.name">
        <h2 class="wrap-anywhere">{{ c.name }}</h2>
        <FigureChart :figures="figuresOf(c)" :label="c.name" />
      </section>
    </div>
  </div>
</template>
