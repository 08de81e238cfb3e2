import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { PulseView, TimelineView } from '~~/shared/pulse'
import { api } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

/** What went on in the last days. */
export const usePulse = defineStore('pulse', () => {
  const days = ref<'7' | '28'>('7')
  const reading = useReading('pulse', () => api<PulseView>('/api/pulse', { query: { days: days.value } }))
  watch(days, () => void reading.load())
  return { days, ...reading }
})

/** Everything that occurred, as it is narrowed down. */
export const useTimeline = defineStore('timeline', () => {
  const by = ref<{ kind?: string; person?: string; job?: string; days?: string }>({})
  const rows = useRows<TimelineView['rows'][number], TimelineView>(
    () => ['timeline', JSON.stringify(by.value)],
    (after) => api<TimelineView>('/api/timeline', { query: { ...by.value, ...(after ? { after } : {}) } }),
  )
  return { ...rows, by }
})
