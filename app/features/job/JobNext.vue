<script setup lang="ts">
import type { JobView } from '~~/shared/jobs'
import type { PricedLine } from '~~/core/pricing/pricing'
import JobDone from './JobDone.vue'
import StageDialog from './StageDialog.vue'
import { useMaking } from './making'
import { useJob } from './useJob'

/** The one next step, and what is still to come. */
const thisJob = useJob()
const { job, busy } = storeToRefs(thisJob)
const { act } = thisJob
const { make } = useMaking()
const emit = defineEmits<{
  chooseClient: []
  price: []
  money: [what: 'back' | 'deposit']
  extra: [words: string, lines: PricedLine[]]
}>()
const papers = usePaperActs()
const notices = useNotices()

function take() {
  const { act: what, paperId } = job.value.next
  if (what === 'make-quote') return make('quote')
  if (what === 'make-contract') return make('contract')
  if (what === 'countersign') return act(() => papers.countersign(paperId!))
  if (what === 'nudge') return act(() => papers.nudge(paperId!))
  if (what === 'ask-money')
    return act(async () => {
      await api(`/api/jobs/${job.value.id}/ask-money`, { method: 'POST' })
      notices.say('Asked once more.')
    })
  if (what === 'add-client') return emit('chooseClient')
  if (what === 'give-back') return emit('money', 'back')
  if (what === 'settle-deposit') return emit('money', 'deposit')
  if (what === 'complete') return (completing.value = true)
  if (what === 'price') return emit('price')
  if (what === 'guests') return document.getElementById('guests')?.focus()
  return navigateTo(`/papers/${paperId}`)
}
const completing = ref(false)
/** The stage that is to be paid on another day, or in two. */
const changing = ref<JobView['stages'][number] | null>(null)
const session = useSession()
const mayChange = computed(() => session.may('book') && !!job.value.agreedOn && !job.value.calledOff)
/** It can be said of every agreed job whose day has come, whatever its next step is. */
const mayBeDone = computed(() => {
  const { agreedOn, completedOn, calledOff, starts, today, next } = job.value
  return !!agreedOn && !completedOn && !calledOff && (starts?.slice(0, 10) ?? today) <= today && next.act !== 'complete'
})
const stillToCome = computed(() =>
  job.value.stages
    .filter((s) => s.open > 0)
    .map((s) => ({
      stage: s,
      when: s.dueOn ? dayWords(s.dueOn, job.value.today) : 'when agreed',
      what: `${s.label}, ${money(s.open, job.value.currency)}`,
    })),
)
</script>

<template>
  <div>
    <section class="next" :class="{ quiet: !job.next.button }" aria-labelledby="next">
      <h2 id="next">Next</h2>
      <p class="title">{{ job.next.title }}</p>
      <p class="small">{{ job.next.explain }}</p>
      <Button v-if="job.next.button" size="large" :disabled="busy" @click="take">{{ job.next.button }}</Button>
    </section>
    <template v-if="stillToCome.length">
      <h2 class="gap">Still to come</h2>
      <ul class="ledger">
        <li v-for="s in stillToCome" :key="s.what" class="todo">
          <span>{{ s.what }}</span>
          <span class="soft small"
            >{{ s.when }}
            <Button
              v-if="mayChange && !s.stage.held"
              size="small"
              variant="text"
              :aria-label="`Change when ${s.stage.label} is due`"
              @click="changing = s.stage"
              >Change</Button
            ></span
          >
        </li>
      </ul>
    </template>
    <p v-if="mayBeDone" class="gap"><Button variant="outlined" @click="completing = true">It is done…</Button></p>
    <JobDone v-if="completing" @close="completing = false" @extra="(words, lines) => emit('extra', words, lines)" />
    <StageDialog v-if="changing" :stage="changing" @close="changing = null" />
    <p v-if="job.credit > 0" class="notice gap">{{ money(job.credit, job.currency) }} was paid beyond what is owed.</p>
  </div>
</template>

<style scoped>
.next {
  background: var(--heather-tint);
  border: 1px solid var(--heather);
  border-radius: var(--corner);
  padding: 14px 16px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
.next h2 {
  color: var(--heather-deep);
}
.next.quiet {
  background: var(--paper);
  border-color: var(--hairline-strong);
}
.title {
  font: 600 var(--size-l)/1.25 var(--serif);
}
.todo {
  display: grid;
  gap: 2px;
  padding: 8px 0;
}
</style>
