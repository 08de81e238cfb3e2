import { defineStore } from 'pinia'
import type { MoneyView } from '~~/shared/overview'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** What is due, held and paid, by age, month and week. */
export const useMoney = defineStore('money', () => useReading('money', () => api<MoneyView>('/api/money')))
