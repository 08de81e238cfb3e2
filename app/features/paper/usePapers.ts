import { defineStore } from 'pinia'
import type { PaperRow } from '~~/shared/papers'
import { api } from '../../composables/api'
import { useRows } from '../../composables/reading'

const PAGE = 60
/** The papers of all jobs, newest first. */
export const usePapers = defineStore('papers', () =>
  useRows<PaperRow>(
    () => ['papers'],
    async (after) => {
      const rows = await api<PaperRow[]>('/api/papers', { query: { after: after ?? undefined, limit: PAGE } })
      return { rows, next: rows.length === PAGE ? rows.at(-1)!.id : null }
    },
  ),
)
