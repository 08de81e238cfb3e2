import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { HowRows, HowView } from '~~/shared/how'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** How the business does, and the rows a figure is made of. */
export const useHow = defineStore('how', () => {
  const asked = ref({ by: 'kind', of: 'quote', months: '12' })
  const reading = useReading('how', () => api<HowView>('/api/how', { query: asked.value }))
  watch(asked, () => void reading.load(), { deep: true })
  const rowsOf = async (more: { key?: string; outcome?: string; field?: string }): Promise<HowRows['rows']> =>
    (await api<HowRows>('/api/how/rows', { query: { ...asked.value, ...more } })).rows
  return { ...reading, asked, rowsOf }
})
