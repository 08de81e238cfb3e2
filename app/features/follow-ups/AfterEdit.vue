<script setup lang="ts">
import type { After } from '~~/core/follow-ups/model'
import Chip from './Chip.vue'
import DaysChip from './DaysChip.vue'

/** When something is done: at once, so many days later, before or after the job's day. */
defineProps<{ label: string }>()
const model = defineModel<After>({ required: true })
const WAYS = [
  { value: 'once', label: 'at once' },
  { value: 'later', label: 'days later' },
  { value: 'before', label: 'days before the day' },
  { value: 'on', label: 'on the day' },
  { value: 'after', label: 'days after the day' },
] as const
type Way = (typeof WAYS)[number]['value']
const way = computed<Way>({
  get: () =>
    model.value.from === 'then'
      ? model.value.days === 0
        ? 'once'
        : 'later'
      : model.value.days === 0
        ? 'on'
        : model.value.days < 0
          ? 'before'
          : 'after',
  set: (to) => {
    const n = Math.abs(model.value.days) || 1
    model.value =
      to === 'once'
        ? { from: 'then', days: 0 }
        : to === 'later'
          ? { from: 'then', days: n }
          : { from: 'day', days: to === 'on' ? 0 : to === 'before' ? -n : n }
  },
})
const days = computed({
  get: () => Math.abs(model.value.days),
  set: (n) => (model.value = { ...model.value, days: way.value === 'before' ? -n : n }),
})
const counts = computed(() => way.value !== 'once' && way.value !== 'on')
</script>

<template>
  <span class="inline-flex flex-wrap gap-2 items-center">
    <DaysChip v-if="counts" v-model="days" :label="`${label}: how many days`" :least="1" />
    <Chip v-model="way" :label="label" :options="WAYS" />
  </span>
</template>
