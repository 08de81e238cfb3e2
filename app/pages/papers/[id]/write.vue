<script setup lang="ts">
import type { Block } from '~~/core/document/model'
import { footersOf, headersOf, numbersOf, rowOf, walkBlocks } from '~~/core/document/walk'
import { expandTables } from '~~/core/layout/expand'
import type { PreflightNote } from '~~/core/preflight/preflight'
import CommentList from '~/features/comments/CommentList.vue'
import AmendmentList from '~/features/paper/AmendmentList.vue'
import OwnValues from '~/features/paper/OwnValues.vue'
import PaperBlocks from '~/features/paper/PaperBlocks.vue'
import PartiesBeside from '~/features/paper/PartiesBeside.vue'
import SourcePop from '~/features/paper/SourcePop.vue'
import { useCures } from '~/features/paper/cures'
import { ROOM, type Room } from '~/features/paper/room'
import { usePaper } from '~/features/paper/usePaper'
import NoteList from '~/features/writing/NoteList.vue'
import SeeAs from '~/features/writing/SeeAs.vue'
import TakeOut from '~/features/writing/TakeOut.vue'
import '~/features/writing/sheet.css'

/** The writing room of one job’s paper: filled from the record, amended in place, with what would go wrong beside it. */
const id = String(useRoute().params.id)
const thisPaper = usePaper()
const { paper, problem } = storeToRefs(thisPaper)
await thisPaper.open(id)
// Somebody else's PDF has no words to write on: it lies on the marking table.
if (paper.value?.marked) await navigateTo(`/papers/${id}/mark`, { replace: true })
useHead({ title: () => `${paper.value?.title ?? 'Paper'} · Upwold` })
useScreenKeys('On the paper', [
  ['Tab', 'along values, clauses and notes'],
  ['Enter', 'on a value: where it comes from; on a pen: amend the clause'],
  ['Esc', 'leave an amendment as it was'],
])
/** Written on before it goes out, or while its round is held for a correction. */
const held = computed(() => paper.value.state === 'out' && typeof paper.value.round?.paused === 'string')
const draft = computed(() => paper.value.state === 'draft' || held.value)
const written = computed(() => paper.value.written)
const whole = computed(() => expandTables(written.value.document, written.value.figures))
const blocks = computed(() => new Map([...walkBlocks(written.value.base.body)].map((b) => [b.id, b])))

const room: Room = {
  get parties() {
    return written.value.document.parties
  },
  amending: ref(null),
  value: ref(null),
  baseOf: (blockId) => (draft.value && blockId ? (blocks.value.get(blockId) as Block | undefined) : undefined),
  rowOf: (blockId) => rowOf(written.value.base.body, blockId),
  noteAt: (blockId) => (blockId ? paper.value.preflight.find((n) => n.at === blockId)?.severity : undefined),
  showValue(event, source, text, gap) {
    if (draft.value) room.value.value = { source, text, gap, at: event.currentTarget as HTMLElement }
  },
}
provide(ROOM, room)
const { value } = room

const outline = computed(() =>
  [...walkBlocks(whole.value.body)].flatMap((b) =>
    b.t === 'heading' && b.level > 1
      ? [
          {
            id: b.id!,
            text: `${b.number ?? ''} ${b.content.map((i) => (i.t === 'text' ? i.text : '')).join('')}`.trim(),
          },
        ]
      : [],
  ),
)
function goTo(blockId: string): void {
  const e = document.getElementById(`block-${blockId}`)
  e?.scrollIntoView({ block: 'center' })
  e?.querySelector<HTMLElement>('button')?.focus()
}

/** The passage somebody was on last, for what is said about it. */
const lastBlock = ref<string | null>(null)
function passage(event: Event): void {
  const block = (event.target as HTMLElement).closest('[id^=block-]')?.id.slice('block-'.length)
  if (block) lastBlock.value = block
}
const binding = ref<string | null>(null)
function cure(note: PreflightNote): void {
  const { cure: c } = note
  if (!c) return
  if (note.at) goTo(note.at)
  if (c.kind === 'reword') void mend(c)
  else if (c.kind === 'bind') binding.value = c.party
  else if (c.kind === 'source') give(c.path)
  else if (c.kind === 'go' && c.to === 'parties')
    document.getElementById('parties')?.scrollIntoView({ block: 'center' })
  else void navigateTo(placeOf(note))
}
/** Opens where a value comes from, to be given there. */
function give(path: string): void {
  const source = written.value.context.values[path]?.source
  if (!source) return
  room.value.value = {
    source,
    text: '',
    gap: true,
    at: (document.activeElement as HTMLElement | null) ?? document.body,
  }
}
const { mend, placeOf } = useCures()
/** A note that was followed here from the sending sheet shows its place, and opens what cures it. */
onMounted(() => {
  const { at, give: path, bind } = useRoute().query
  if (at) goTo(String(at))
  if (path && draft.value) give(String(path))
  if (bind && draft.value) binding.value = String(bind)
})
/** The sheet notes stand beside. */
const page = useTemplateRef<HTMLElement>('page')
const seeing = ref(false)
const fieldCount = computed(() => paper.value.sheet.reduce((n, s) => n + s.fields, 0))
const pdf = `/api/papers/${id}/export?as=pdf`
</script>

<template>
  <p v-if="problem" class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
  <div v-if="paper">
    <div class="strip">
      <h1>{{ paper.title }}</h1>
      <span class="soft small">
        for <NuxtLink :to="`/jobs/${paper.jobId}`">{{ paper.jobTitle }}</NuxtLink><template v-if="written.templateId"
          >, from <NuxtLink :to="`/library/templates/${written.templateId}`">its template</NuxtLink>, edition
          {{ written.templateEdition ?? 1 }}</template
        >
      </span>
      <span class="grow" />
      <span class="soft small"
        >{{ written.amendments.length }} {{ written.amendments.length === 1 ? 'amendment' : 'amendments' }}</span
      >
      <TakeOut :base="`/api/papers/${id}`" />
      <Button variant="outlined" @click="seeing = true">See it as…</Button>
      <LinkButton main :to="`/papers/${id}`">{{
        held ? 'To the round, to send the correction' : draft ? 'To the sending sheet' : 'To the round'
      }}</LinkButton>
    </div>
    <p v-if="held" class="notice" role="status">
      Its round is on hold. Put right what is wrong here or in the record, then send the correction from the round.
    </p>
    <p v-else-if="!draft" class="notice">
      This was sent. What was sent never changes; it is shown here as the record fills it now.
    </p>
    <div class="cols grid grid-cols-[218px_minmax(0,1fr)_268px] min-h-[calc(100vh-110px)]">
      <div class="side py-5 px-4.5 sticky top-0 max-h-screen overflow-auto self-start">
        <nav aria-label="On this paper">
          <h2>On this paper</h2>
          <ul>
            <li v-for="h in outline" :key="h.id">
              <Button
                unstyled
                class="border-0 bg-transparent py-[3px] px-0 cursor-pointer text-left"
                @click="goTo(h.id)"
                >{{ h.text }}</Button
              >
            </li>
          </ul>
        </nav>
        <PartiesBeside v-model:binding="binding" :editable="draft" />
        <OwnValues :editable="draft" />
      </div>
      <section class="desk relative bg-desk py-4.5 px-2 min-w-0" aria-label="The paper">
        <div ref="page" class="sheet-paper sheet-view" @focusin="passage" @pointerdown="passage">
          <PaperBlocks :blocks="headersOf(whole)" bare />
          <PaperBlocks :blocks="whole.body" />
          <PaperBlocks :blocks="footersOf(whole)" bare />
        </div>
        <SourcePop v-if="value" :key="value.source.path" />
      </section>
      <aside class="py-5 px-4.5 flex flex-col" aria-label="Beside the paper">
        <AmendmentList v-if="written.amendments.length" :document="whole" />
        <h2 :class="{ gap: written.amendments.length }">Before it goes</h2>
        <NoteList
          :notes="paper.preflight"
          :good="`Everybody has a place to sign. ${fieldCount} ${fieldCount === 1 ? 'field' : 'fields'}. Every value is there.`"
          :numbers="numbersOf(whole)"
          :beside="() => page"
          @go="(n) => n.at && goTo(n.at)"
          @cure="cure"
        />
        <CommentList on="paper" :of="id" :block="() => lastBlock" @go="goTo" />
      </aside>
    </div>
    <SeeAs
      v-if="seeing"
      v-model="seeing"
      :pdf="pdf"
      :title="paper.title"
      :document="written.document"
      :figures="written.figures"
    />
  </div>
</template>

<style scoped>
.sheet-view :deep(.value-button) {
  cursor: help;
}
.sheet-view :deep(.value-button:hover),
.sheet-view :deep(.value-button:focus-visible) {
  background: var(--heather-tint);
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
    padding: 12px 8px;
  }
}
</style>
