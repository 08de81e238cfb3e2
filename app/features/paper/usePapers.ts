import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Answered, PaperPage, PaperRow } from '~~/shared/papers'
import { api, wordsOf } from '../../composables/api'
import { useFilter } from '../../composables/filtering'
import { useReading, useRows } from '../../composables/reading'

/** What papers are looked for by. */
const ANY = {
  find: '',
  state: '',
  kind: '',
  jobKind: '',
  client: '',
  member: '',
  month: '',
  language: '',
  sort: '',
  down: '',
}
export type PaperFilter = typeof ANY
const PAGE = 60

/** The papers of all jobs, as they are looked for. */
export const usePapers = defineStore('papers', () => {
  const { filter, asked, look } = useFilter(ANY)
  const list = useRows<PaperRow, PaperPage>(
    () => ['papers', asked()],
    (after) => api<PaperPage>('/api/papers', { query: { ...asked(), limit: PAGE, ...(after ? { after } : {}) } }),
  )
  const narrowed = computed(() => Object.keys(asked()).some((k) => k !== 'sort' && k !== 'down'))
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
  return { filter, asked, look, narrowed, ...list, each }
})

/** How papers go out and come back, by week and by answer. */
export const useAnswered = defineStore('answered', () =>
  useReading('answered', () => api<Answered>('/api/papers/answered')),
)
