<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3'
import type { PreflightNote } from '~~/core/preflight/preflight'
import { resolveClauses } from '~~/core/document/clauses'
import type { PaperDocument } from '~~/core/document/model'
import { type ProseNode, inlinesAsProse } from '~~/core/document/prose'
import { merge } from '~~/core/merge/merge'
import { templateKinds } from '~~/core/document/kinds'
import { clausesIn } from '~~/shared/library'
import CommentList from '~/features/comments/CommentList.vue'
import ChosenCard from '~/features/writing/ChosenCard.vue'
import FindWords from '~/features/writing/FindWords.vue'
import InsertMenu from '~/features/writing/InsertMenu.vue'
import NoteList from '~/features/writing/NoteList.vue'
import OutlinePanel from '~/features/writing/OutlinePanel.vue'
import SeeAs from '~/features/writing/SeeAs.vue'
import TakeOut from '~/features/writing/TakeOut.vue'
import SheetBar from '~/features/writing/SheetBar.vue'
import VersionsDialog from '~/features/writing/VersionsDialog.vue'
import { insertables } from '~/features/writing/insert'
import { blockAt } from '~/features/writing/places'
import { useSlash } from '~/features/writing/slash'
import { useSheet } from '~/features/writing/useSheet'
import '~/features/writing/sheet.css'

/** The writing room of a template: the sheet in the middle, what is on it at the left, what would go wrong at the right. */
const templateId = String(useRoute().params.id)
const sheet = useSheet()
await sheet.open(templateId).catch((e) => {
  throw createError({ statusCode: 404, statusMessage: wordsOf(e), fatal: true })
})
if (sheet.view.marked) await navigateTo(`/library/marked/${templateId}`, { replace: true })
const { view, editor, worked, notes, saved, savedAt, told, base } = storeToRefs(sheet)
const { rename, takeTheirs, goTo, reword } = sheet
onMounted(() => sheet.start())
useLeaving({
  saved: () => (saved.value === 'set aside' ? 'saved' : saved.value),
  waits: sheet.waits,
  flush: sheet.flush,
})
onBeforeUnmount(() => void sheet.leave())
/** What stands here goes on as a template of its own. */
const keepMine = async () => await navigateTo(`/library/templates/${await sheet.keepMine()}`)
/** How long a signed waiver isn't asked for again. */
const HELD = [
  { value: 'visit', label: 'holds for one visit' },
  { value: 'day', label: 'holds all day' },
  { value: 'season', label: 'holds to the end of the year' },
  { value: 'year', label: 'holds for twelve months' },
  { value: 'edition', label: 'holds until a new edition' },
] as const
useHead({ title: () => `${view.value.name} · Upwold` })
useScreenKeys('On the sheet', [
  ['/', 'put something in'],
  ['Alt+Enter', 'to what can be set about what is chosen'],
  ['Ctrl+Enter', 'a new paragraph behind the table, columns or piece one is in'],
  ['↓, ↑', 'out of a table or columns that stand last or first'],
  ['Ctrl+B, Ctrl+I, Ctrl+U', 'bold, italic, underlined'],
  ['Ctrl+F', 'find words, and put others in their place'],
  ['Ctrl+A', 'all of this part, then the whole sheet'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
])

const desk = ref<HTMLElement>()
const picture = ref<{ choose(): void }>()
/** Whether the picture that is chosen goes into the line. */
const among = ref(false)
function takePictures(files: File[]): void {
  void sheet.takePictures(files, among.value)
  among.value = false
}
const { menu, openMenu, slash } = useSlash(editor, desk, () =>
  insertables(storeToRefs(sheet), (words) => {
    among.value = words
    picture.value?.choose()
  }),
)
const versions = ref(false)
const seeing = ref(false)
const seen = shallowRef<PaperDocument | null>(null)
/** What is written is kept first: the PDF is made of what is kept. */
async function see(): Promise<void> {
  await sheet.flush()
  const { document } = resolveClauses(sheet.current(), clausesIn(view.value))
  seen.value = merge(document, view.value.context).document
  seeing.value = true
}

const finding = ref(false)
function notFinding(): void {
  finding.value = false
  editor.value?.commands.focus()
}
/** On a chosen value or field, Enter goes to its card; Ctrl F looks for words on the sheet. */
function enter(event: KeyboardEvent): void {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'f') {
    event.preventDefault()
    finding.value = true
    return
  }
  if (event.key !== 'Enter' || !event.altKey) return
  event.preventDefault()
  document.querySelector<HTMLElement>('[data-chosen] :is(select, input, button)')?.focus()
}
function cure(note: PreflightNote): void {
  const { cure: c } = note
  if (c?.kind === 'reword') {
    const words = (inlinesAsProse(c.content).content![0]!.content ?? []) as ProseNode[]
    // What stands in a clause is mended there.
    if (!reword(c.block, words)) show(note)
  } else if (c?.kind === 'go' && c.to === 'clauses') void navigateTo('/library/clauses')
  else document.getElementById('parties')?.scrollIntoView({ block: 'center' })
}
/** The block the cursor is in, for what is said about it. */
const blockHere = () => (editor.value ? blockAt(editor.value) : null)
const show = ({ at }: PreflightNote) => {
  if (at) goTo(at)
}
/** The sheet notes stand beside. */
const page = useTemplateRef<HTMLElement>('page')
const savedWords = computed(
  () =>
    ({
      saved: `saved ${clock(savedAt.value)}`,
      saving: 'saving…',
      'not saved': 'not saved yet',
      'set aside': 'set aside',
    })[saved.value],
)
const clock = (at: string) =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }).format(new Date(at))
const pdf = `/api/templates/${sheet.id}/export?as=pdf`
</script>

<template>
  <div class="room">
    <div class="strip">
      <h1 class="sr">{{ view.name }}</h1>
      <TypedText
        :value="view.name"
        class="name"
        aria-label="Name of the template"
        maxlength="120"
        @given="$event.trim() && rename({ name: $event.trim() })"
      />
      <Choice
        aria-label="Kind of paper"
        class="kind w-37.5"
        :model-value="view.kind"
        :options="templateKinds.map((k) => ({ value: k, label: k }))"
        @update:model-value="rename({ kind: $event })"
      />
      <Choice
        v-if="view.kind === 'waiver'"
        aria-label="How long one that was signed holds"
        class="w-52"
        :model-value="view.holds"
        :options="HELD"
        @update:model-value="rename({ holds: $event })"
      />
      <Choice
        v-else
        aria-label="Whom papers made from it are for"
        class="w-52"
        :model-value="view.target"
        :options="[
          { value: 'clients', label: 'for clients' },
          { value: 'staff', label: 'for who works here' },
        ]"
        @update:model-value="rename({ target: $event })"
      />
      <span class="soft small"
        >edition {{ view.edition }}{{ view.sample ? `, shown with ${view.sample.title.slice(0, 60)}` : '' }}</span
      >
      <span class="grow" />
      <LinkButton v-if="view.used" :to="`/library/templates/${view.id}/answers`">What was filled</LinkButton>
      <span class="soft small" role="status"
        >{{ savedWords }} · {{ worked?.pages ?? '…' }} {{ worked?.pages === 1 ? 'page' : 'pages' }}</span
      >
      <Button variant="outlined" @click="versions = true">Versions</Button>
      <TakeOut :base="`/api/templates/${sheet.id}`" />
      <Button @click="see">See it as…</Button>
    </div>
    <div v-if="saved === 'set aside' || told" class="notice trouble flex flex-wrap gap-2.5 items-center" role="alert">
      <span>{{ told }}</span>
      <template v-if="saved === 'set aside'">
        <Button variant="outlined" @click="takeTheirs">Show what is there now</Button>
        <Button variant="outlined" @click="keepMine">Keep mine as a template of its own</Button>
      </template>
    </div>
    <div class="cols grid grid-cols-[218px_minmax(0,1fr)_268px] min-h-[calc(100vh-110px)]">
      <div class="side py-5 px-4.5 sticky top-0 max-h-screen overflow-auto self-start"><OutlinePanel /></div>
      <section
        ref="desk"
        class="desk relative bg-desk pt-0 pb-4.5 px-2 min-w-0"
        aria-label="The sheet and its tools"
        @keydown="slash"
        @keydown.capture="enter"
      >
        <SheetBar @insert="openMenu" @find="finding = true" />
        <FindWords v-if="finding" @close="notFinding" />
        <div ref="page" class="sheet-paper"><EditorContent v-if="editor" :editor="editor" /></div>
        <InsertMenu v-if="menu && editor" :editor="editor" :items="menu.items" :at="menu.at" @close="menu = null" />
        <FilePick ref="picture" label="Choose one" name="A picture" hidden accept="image/*" @picked="takePictures" />
      </section>
      <aside class="py-5 px-4.5 flex flex-col" aria-label="Beside the sheet">
        <ChosenCard class="min-[1101px]:sticky top-2 z-2" />
        <h2>Before it goes</h2>
        <NoteList
          :notes="notes"
          :good="`${base.parties.length === 1 ? 'The one party has' : 'All parties have'} a place to sign. Every value is known.`"
          :numbers="worked?.numbers ?? {}"
          :beside="() => page"
          @go="show"
          @cure="cure"
        />
        <CommentList on="template" :of="templateId" :block="blockHere" @go="goTo" />
      </aside>
    </div>
    <VersionsDialog v-model="versions" />
    <SeeAs v-if="seen" v-model="seeing" :pdf="pdf" :title="view.name" :document="seen" :figures="view.figures" />
  </div>
</template>

<style scoped>
.name {
  font: 600 16px var(--sans);
  border: 1px solid transparent;
  border-radius: 4px;
  background: none;
  padding: 4px 6px;
  width: 260px;
  text-overflow: ellipsis;
}
.name:hover,
.name:focus {
  border-color: var(--hairline-strong);
  background: var(--paper);
}
@media (max-width: 1100px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    position: static;
    max-height: none;
  }
  .desk {
    order: -1;
    padding-inline: 8px;
  }
}
</style>
