<script setup lang="ts">
import { greeted } from '~~/core/rounds/greeting'
import { concerning } from '~~/core/rounds/plan'
import SendingSheet from '../paper/SendingSheet.vue'
import { usePaper } from '../paper/usePaper'
import CheckBar from './CheckBar.vue'
import PlanTurns from './PlanTurns.vue'
import SendBar from './SendBar.vue'
import { useRound } from './useRound'

/** A draft about to be sent: its round at the left, the papers as the chosen person will see them, the message at the right. */
const thisPaper = usePaper()
const { id, paper, drawn } = storeToRefs(thisPaper)
const round = useRound()
const { view, person } = storeToRefs(round)
await round.open(id.value)
useLeaving({ saved: () => round.saved, waits: round.waits, flush: round.flush })
watch(
  () => paper.value,
  () => void round.load().catch(() => {}),
)
const theirs = computed(() => {
  const ids = person.value ? concerning(person.value, view.value.plan) : view.value.plan.papers
  return view.value.papers.filter((x) => ids.includes(x.id))
})
const shown = ref(id.value)
const at = computed(() => theirs.value.find((p) => p.id === shown.value) ?? theirs.value[0] ?? view.value.papers[0]!)
</script>

<template>
  <div>
    <CheckBar />
    <div class="cols">
      <PlanTurns class="side" />
      <section class="desk" aria-label="The paper">
        <div class="flex flex-wrap gap-2 items-center mb-2.5 text-ink-soft small">
          <b>{{
            person
              ? `As ${greeted(person.name, view.organisations.includes(person.contactId ?? '')) || 'they'} will see it`
              : 'As it will go out'
          }}</b>
          <OneOf
            v-if="theirs.length > 1"
            :model-value="at.id"
            label="Which paper"
            :options="theirs.map((p) => ({ value: p.id, label: p.title }))"
            @update:model-value="shown = $event"
          />
        </div>
        <PdfPages :src="`/api/papers/${at.id}/pdf`" :title="at.title" :version="drawn" />
      </section>
      <SendingSheet class="side" />
    </div>
    <SendBar />
  </div>
</template>
