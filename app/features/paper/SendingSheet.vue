<script setup lang="ts">
import { z } from 'zod'
import type { PaperView } from '~~/shared/papers'
import { requiredLine } from '~~/shared/text'
import type { PreflightNote } from '~~/core/preflight/preflight'
import { numbersOf } from '~~/core/document/walk'
import NoteList from '../writing/NoteList.vue'
import PlanMessage from '../round/PlanMessage.vue'
import { useRound } from '../round/useRound'
import { correctSource, inputTypeOf, recordName } from './correct'
import { useCures } from './cures'
import { usePaper } from './usePaper'

/** The message as it will arrive, and below it what would go wrong. */
const thisPaper = usePaper()
const { paper, busy } = storeToRefs(thisPaper)
const { load, act } = thisPaper
const round = useRound()
const { view } = storeToRefs(round)

type Gap = PaperView['gaps'][number]
/** What was typed for each gap. */
const given = reactive<Record<string, string>>({})
const typed = (gap: Gap) => (given[gap.path] ?? '').trim()
/** One correction after the other: each is made at the version the one before has left. */
let corrections: Promise<void> = Promise.resolve()
function fill(gap: Gap): Promise<void> {
  const mine = corrections.then(() => correct(gap))
  corrections = mine.catch(() => {})
  return mine
}
const filled = z.object({ text: requiredLine(500, 'It') })
async function correct(gap: Gap): Promise<void> {
  try {
    await correctSource(paper.value, gap.source!, typed(gap))
    given[gap.path] = ''
  } finally {
    await load()
    await round.load()
  }
}

const { mend, placeOf } = useCures()
type Note = PreflightNote & { paper?: string }
/** What else would go wrong: with this paper, with the others of the round, and with the round itself. */
const others = computed((): Note[] => [
  ...paper.value.preflight.filter((n) => n.rule !== 'missingValue'),
  ...view.value.beside.map((n) => ({ ...n, rule: n.paper, words: `${n.title}: ${n.words}`, cure: null })),
])
const go = (n: Note) => navigateTo(placeOf(n, n.paper))
function cure(n: PreflightNote): void {
  if (n.cure?.kind === 'reword') void mend(n.cure)
  else void navigateTo(placeOf(n))
}
const problems = computed(() => view.value.problems)
const allWell = computed(
  () =>
    !paper.value.preflight.length && !view.value.beside.length && !problems.value.some((p) => p.severity === 'stop'),
)
const takeOut = (sha: string) =>
  act(async () => {
    await api(`/api/papers/${paper.value.id}/enclosures/${sha}`, { method: 'DELETE' })
    await load()
  })
const addPaper = (id: string) => id && round.change({ papers: [...view.value.plan.papers, id] })
const leaveOut = (id: string) => round.change({ papers: view.value.plan.papers.filter((p) => p !== id) })
</script>

<template>
  <aside aria-label="Sending">
    <PlanMessage>
      <h2 class="gap">Before it goes</h2>
      <ul class="ledger" aria-label="Before it goes">
        <li v-for="g in paper.gaps" :key="g.path" class="note">
          <StopMark state="trouble" :size="18" />
          <FormOf
            v-if="g.source?.fact"
            v-slot="{ busy: on }"
            :schema="filled"
            :given="() => ({ text: typed(g) })"
            :send="() => fill(g)"
          >
            <label :for="`gap-${g.path}`"
              ><b>{{ g.label }}</b> is missing</label
            >
            <FieldOf name="text"
              ><FactInput
                :id="`gap-${g.path}`"
                :model-value="given[g.path] ?? ''"
                :type="inputTypeOf(g.source)"
                required
                @update:model-value="given[g.path] = $event"
            /></FieldOf>
            <Button type="submit" variant="outlined" :disabled="on">Add it to the {{ recordName(g.source) }}</Button>
          </FormOf>
          <span v-else
            ><b>{{ g.label }}</b> is missing</span
          >
        </li>
        <li v-for="p in problems" :key="p.words" class="note">
          <StopMark :state="p.severity === 'stop' ? 'trouble' : 'skipped'" :size="18" />
          <span :class="{ soft: p.severity === 'note' }"
            >{{ p.words }}
            <Button v-if="p.person" size="small" variant="outlined" @click="round.chosen = p.person"
              >Set it</Button
            ></span
          >
        </li>
      </ul>
      <NoteList
        v-if="others.length || allWell"
        :notes="others"
        label="What else"
        :numbers="numbersOf(paper.written.document)"
        good="Every value is there, everyone has a place to sign and a way to be reached."
        @go="go"
        @cure="cure"
      />
    </PlanMessage>
    <h2 class="gap">Papers of this round</h2>
    <ul class="ledger">
      <li v-for="p in view.papers" :key="p.id" class="with">
        <span>{{ p.title }}</span>
        <Button v-if="p.id !== paper.id" variant="text" :aria-label="`Leave out ${p.title}`" @click="leaveOut(p.id)">
          Leave out
        </Button>
      </li>
      <li v-for="e in paper.enclosures" :key="e.sha" class="with">
        <a :href="`/api/papers/${paper.id}/enclosures/${e.sha}`">{{ e.name }}</a>
        <Button variant="text" :disabled="busy" :aria-label="`Take out ${e.name}`" @click="takeOut(e.sha)">
          Take out
        </Button>
      </li>
    </ul>
    <Choice
      v-if="view.more.length"
      label="Another draft of this job, in the same round"
      value=""
      :options="[{ value: '', label: 'Choose…' }, ...view.more.map((m) => ({ value: m.id, label: m.title }))]"
      @update:model-value="addPaper($event)"
    />
  </aside>
</template>

<style scoped>
.note {
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 10px 0;
  overflow-wrap: anywhere;
}
.note form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.with {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 6px 0;
}
</style>
