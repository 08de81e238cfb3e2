import { defineStore } from 'pinia'
import type { Answered, PaperRow } from '~~/shared/papers'
import { api, wordsOf } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

const PAGE = 60
/** The papers of all jobs, newest first. */
export const usePapers = defineStore('papers', () => {
  const list = useRows<PaperRow>(
    () => ['papers'],
    async (after) => {
      const rows = await api<PaperRow[]>('/api/papers', { query: { after: after ?? undefined, limit: PAGE } })
      return { rows, next: rows.length === PAGE ? rows.at(-1)!.id : null }
    },
  )
  /** Does something to many, one after the other: for how many it was done, and what the first refusal said. */
  async function each(
    ids: readonly string[],
    what: (id: string) => Promise<unknown>,
  ): Promise<{ count: number; refused: string }> {
    let count = 0
    let refused = ''
    for (const id of ids)
      try {
        await what(id)
        count += 1
      } catch (e) {
        refused ||= wordsOf(e)
      }
    await list.load()
    return { count, refused }
  }
  return { ...list, each }
})

/** How papers go out and come back, by week and by answer. */
export const useAnswered = defineStore('answered', () =>
  useReading('answered', () => api<Answered>('/api/papers/answered')),
)
