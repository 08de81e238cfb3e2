<script setup lang="ts">
import { Redo2, Undo2 } from '@lucide/vue'
import type { PDFDocumentProxy } from 'pdfjs-dist'
import { dayOf } from '~~/core/calendar/dates'
import { placedFields } from '~~/core/marking/placed'
import BlankLedger from './BlankLedger.vue'
import DryRun from './DryRun.vue'
import KeepTemplate from './KeepTemplate.vue'
import MarkCard from './MarkCard.vue'
import PagesDialog from './PagesDialog.vue'
import PartyBar from './PartyBar.vue'
import StrikeList from './StrikeList.vue'
import TablePages from './TablePages.vue'
import { fileBytes } from './finder'
import { TABLE_KEYS, useTableKeys } from './keys'
import { useMarking } from './useMarking'

/** Somebody else's PDF: its pages in the middle, what was found in a ledger beside them, keys for everything. */
const table = useMarking()
const { of, id } = storeToRefs(table)
const { view, marks, proposed: open, perhaps, ordered, current, saved, finding, told, scans } = storeToRefs(table)
const notices = useNotices()
const pdf = shallowRef<PDFDocumentProxy | null>(null)
const problem = ref('')
const zoom = ref(1)
const mode = ref<'' | 'draw' | 'strike'>('')
const seeing = ref(false)
const paging = ref(false)
const keeping = ref(false)
const pagesView = ref<InstanceType<typeof TablePages>>()
const ledger = ref<InstanceType<typeof BlankLedger>>()
const draft = computed(() => view.value.state === 'draft')

async function load(): Promise<void> {
  try {
    table.find()
    // A copy to draw by: it goes to a worker of its own.
    const bytes = (await fileBytes(view.value.marked.sha)).slice()
    const old = pdf.value
    pdf.value = markRaw(await openToDraw(bytes))
    void old?.destroy()
    problem.value = ''
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
onMounted(() => {
  void load()
  ledger.value?.focus()
  // A note that was followed here shows the mark it is about.
  const { mark } = useRoute().query
  if (mark) table.choose(String(mark))
})
onBeforeUnmount(() => {
  void pdf.value?.destroy()
  void table.leave()
})

const blanks = computed(() => ordered.value.length - perhaps.value.length)
/** What is to be known of pages that are pictures: how they were read, and that a look is worth it. */
const scanWords = computed(() => {
  const pages = [...scans.value.keys()].sort((a, b) => a - b)
  if (!pages.length) return ''
  const which = pages.length === 1 ? `Page ${pages[0]} is a scan` : `${pages.length} pages are scans`
  return [...scans.value.values()].includes('unread')
    ? `${which}: lines and boxes were found in the picture, but its words could not be read. Say what each is, and look whether any is missing.`
    : `${which}: lines, boxes and words were read from the picture, on this device. Look whether any is missing or wrong.`
})
const count = computed(() =>
  finding.value && finding.value.page < finding.value.pages
    ? `reading page ${finding.value.page + 1} of ${finding.value.pages}…`
    : `${blanks.value} ${blanks.value === 1 ? 'blank' : 'blanks'}, ${blanks.value - open.value.length} settled${perhaps.value.length ? `, perhaps ${perhaps.value.length} more` : ''}`,
)
const placed = computed(() => placedFields({ marks: marks.value }))
const today = dayOf(new Date().toISOString(), Intl.DateTimeFormat().resolvedOptions().timeZone)

async function go(to: string): Promise<void> {
  if (await table.flush()) await navigateTo(to)
  else notices.trouble(new Error(told.value || 'What is on the table could not be kept yet. Try again in a moment.'))
}
/** What is seen is what is kept: the dry run waits until everything is. */
async function see(): Promise<void> {
  if (await table.flush()) seeing.value = true
  else notices.trouble(new Error(told.value || 'What is on the table could not be kept yet. Try again in a moment.'))
}
const toSending = () => go(`/papers/${id.value}`)
const notes = computed(() => view.value.preflight.filter((n) => n.cure?.kind === 'mark' || n.severity === 'stop'))
function show(note: (typeof notes.value)[number]): void {
  if (note.cure?.kind === 'mark') table.choose(note.cure.mark)
}

useScreenKeys('On the marking table', TABLE_KEYS)
useTableKeys(table, {
  draft,
  mode,
  zoom,
  pageInView: () => pagesView.value?.pageInView() ?? 1,
  fit: () => pagesView.value?.fit(),
  onward: () => void (of.value === 'paper' ? toSending() : go('/library')),
})
const SAVED = { saved: 'kept', saving: 'keeping…', 'not saved': 'not kept' } as const
function changed(): void {
  void load()
}
</script>

<template>
  <div class="room flex flex-col h-[calc(100vh-54px)] min-h-120">
    <div class="strip">
      <h1>{{ view.title }}</h1>
      <span class="soft">
        <template v-if="view.job"
          >for <NuxtLink :to="`/jobs/${view.job.id}`">{{ view.job.title }}</NuxtLink> · </template
        >{{ view.marked.pages.length }} {{ view.marked.pages.length === 1 ? 'page' : 'pages' }}
      </span>
      <span class="grow" />
      <span class="soft" role="status">{{ count }} · {{ SAVED[saved] }}</span>
      <Button v-if="finding" variant="text" @click="table.stop()">Stop</Button>
      <template v-if="draft">
        <IconButton label="Undo" :disabled="!table.canUndo" @click="table.undo()"><Undo2 :size="17" /></IconButton>
        <IconButton label="Redo" :disabled="!table.canRedo" @click="table.redo()"><Redo2 :size="17" /></IconButton>
        <Button variant="outlined" @click="paging = true">Pages…</Button>
      </template>
      <Button variant="outlined" @click="see">See it as…</Button>
      <Button v-if="of === 'paper' && draft" variant="outlined" @click="keeping = true">As a template…</Button>
      <Button v-if="of === 'paper'" @click="toSending">To the sending sheet</Button>
      <Button v-else @click="go('/library')">To the Library</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <p v-if="told" class="notice trouble" role="alert">{{ told }}</p>
    <p v-if="view.marked.removed.length" class="notice small">
      Taken out of this file when it came: {{ view.marked.removed.join(', ') }}.
    </p>
    <p v-if="view.marked.unplaced.length" class="notice small">
      Without a place since the file was replaced:
      {{ view.marked.unplaced.map((m) => `“${m.field.label}”`).join(', ') }}. Draw them anew where they belong.
    </p>
    <p v-if="scanWords" class="notice small">{{ scanWords }}</p>
    <p v-if="mode" class="notice small" role="status">
      {{
        mode === 'draw'
          ? 'Draw a box where somebody is to write, or press Enter to put one and move it with the arrow keys. Esc ends it.'
          : 'Draw over the printed words that are to be struck. Esc ends it.'
      }}
    </p>
    <div class="cols flex-1 min-h-0 grid grid-cols-[minmax(0,1fr)_452px]">
      <TablePages ref="pagesView" v-model:zoom="zoom" :pdf="pdf" :mode="mode" @drawn="mode = ''" />
      <aside class="side flex flex-col min-h-0 border-l border-l-hairline" aria-label="What is on the pages">
        <ul v-if="notes.length" class="notes py-2 px-4.5 bg-bracken-tint" aria-label="Before it goes">
          <li v-for="n in notes.slice(0, 3)" :key="n.words">
            <StopMark state="trouble" :size="16" /><span class="small">{{ n.words }}</span>
            <Button v-if="n.cure?.kind === 'mark'" variant="text" @click="show(n)">{{ n.cure.label }}</Button>
          </li>
        </ul>
        <BlankLedger ref="ledger" />
        <div v-if="draft && open.length" class="all py-2 px-4.5 border-t border-t-hairline">
          <Button variant="outlined" @click="table.accept(open.map((m) => m.id))">Settle all {{ open.length }}</Button>
        </div>
        <MarkCard
          v-if="draft && current"
          :key="current.id"
          class="flex-[0_1_45%] min-h-42.5 border-t border-t-hairline-strong bg-chalk"
        />
        <StrikeList />
      </aside>
    </div>
    <PartyBar />
    <DryRun
      v-if="seeing"
      v-model="seeing"
      :title="view.title"
      :pdf="of === 'paper' ? `/api/papers/${id}/pdf` : `/api/files/${view.marked.sha}`"
      :parties="table.parties"
      :fields="placed"
      :today="today"
    />
    <PagesDialog v-if="paging" v-model="paging" @changed="changed" />
    <KeepTemplate v-model="keeping" :paper-id="id" />
  </div>
</template>

<style scoped>
.side > :deep(.ledger-box) {
  flex: 1 1 55%;
}
.notes li {
  display: grid;
  grid-template-columns: 22px 1fr auto;
  align-items: center;
}
@media (max-width: 1000px) {
  .cols {
    grid-template-columns: minmax(0, 1fr) 340px;
  }
}
@media (max-width: 760px) {
  .room {
    height: auto;
  }
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
  .cols > :first-child {
    max-height: 60vh;
  }
}
</style>
