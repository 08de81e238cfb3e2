import { defineStore } from 'pinia'
import { api } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

export interface SignedIn {
  id: string
  name: string
  own: boolean
  here: boolean
  kind: 'member' | 'handover' | 'pad'
  device: string
  address: string
  createdAt: string
  seenAt: string
}
export interface Entry {
  id: number
  at: string
  kind: string
  who: string
  words: string
  address: string
}
const PAGE = 100

/** Who is signed in where. */
export const useSessions = defineStore('sessions', () => {
  const read = useReading('sessions', () => api<SignedIn[]>('/api/sessions'))
  async function end(id: string): Promise<void> {
    await api(`/api/sessions/${id}`, { method: 'DELETE' })
    await read.load()
  }
  /** Ends one’s own sessions elsewhere; how many there were. */
  async function endOthers(): Promise<number> {
    const { ended } = await api<{ ended: number }>('/api/sessions', { method: 'DELETE' })
    await read.load()
    return ended
  }
  return { ...read, end, endOthers }
})

/** What came to the doors, newest first. */
export const useDoorLog = defineStore('door-log', () =>
  useRows<Entry>(
    () => ['sessions', 'log'],
    async (after) => {
      const rows = await api<Entry[]>('/api/security', { query: { before: after ?? undefined } })
      return { rows, next: rows.length === PAGE ? String(rows.at(-1)!.id) : null }
    },
  ),
)
