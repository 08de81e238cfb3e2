import { defineStore } from 'pinia'
import type { TodayView } from '~~/shared/overview'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** Whose move it is, what comes up, and the money in one row. */
export const useToday = defineStore('today', () => useReading('today', () => api<TodayView>('/api/today')))

/** How many things are the member's to move: what the frame says beside Today. */
export const useNeeds = defineStore('needs', () =>
  useReading('needs', () => api<{ count: number; notices: number }>('/api/needs')),
)
