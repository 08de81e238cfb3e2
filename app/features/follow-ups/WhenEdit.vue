<script setup lang="ts">
import { isTimed } from '~~/core/follow-ups/model'
import type { FollowUpView } from '~~/shared/out/follow-ups'
import Chip from './Chip.vue'
import DaysChip from './DaysChip.vue'
import { WHEN_WORDS, kindsFor, subjectOf, subjectsOf, triggerOf } from './sentence'
import { useFollowUps } from './useFollowUps'

/** What a follow-up waits for: of what, what occurs to it, and after how many days. */
const model = defineModel<FollowUpView['when']>({ required: true })
const store = useFollowUps()
const subjects = computed(() => subjectsOf(store.choices!))
const subject = computed({
  get: () => subjectOf(model.value),
  set: (to) => (model.value = triggerOf(to, model.value.kind, model.value.days)),
})
const kind = computed({
  get: () => model.value.kind,
  set: (to) => (model.value = triggerOf(subject.value, to, model.value.days)),
})
const kinds = computed(() => kindsFor(subject.value).map((value) => ({ value, label: WHEN_WORDS[value] })))
const timed = computed(() => isTimed(model.value.kind))
const around = computed(() => model.value.kind === 'day' || model.value.kind === 'stage-due')
const WAY = [
  { value: -1, label: 'days before' },
  { value: 1, label: 'days after' },
]
const way = computed({
  get: () => (model.value.days < 0 ? -1 : 1),
  set: (to) => (model.value = { ...model.value, days: Math.abs(model.value.days) * to }),
})
const days = computed({
  get: () => Math.abs(model.value.days),
  set: (n) => (model.value = { ...model.value, days: around.value ? n * way.value : n }),
})
</script>

<template>
  <span class="said">When</span>
  <Chip v-model="subject" label="Of what" :options="subjects" />
  <span class="said">is</span>
  <Chip v-model="kind" label="What occurs" :options="kinds" />
  <template v-if="timed">
    <span v-if="!around" class="said">for</span>
    <DaysChip v-model="days" label="How many days" :least="model.kind === 'unanswered' ? 1 : 0" />
    <Chip v-if="around" v-model="way" label="Before or after" :options="WAY" />
    <span v-else class="said">days</span>
  </template>
</template>

<style scoped>
.said {
  font: 18px/1.3 var(--serif);
}
</style>
