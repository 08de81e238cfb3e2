import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { AnswersView, DiffersView } from '~~/shared/answers'
import { api } from '../../composables/api'
import { useRows } from '../../composables/reading'

/** What was filled on the papers of one template, over all jobs. */
export const useAnswers = defineStore('answers', () => {
  const id = ref('')
  const find = ref('')
  /** Only in this column; empty for anywhere. */
  const column = ref('')
  const rows = useRows<AnswersView['rows'][number], AnswersView>(
    () => ['answers', id.value, column.value, find.value],
    (after) =>
      api<AnswersView>(`/api/templates/${id.value}/answers/rows`, {
        query: { column: column.value, find: find.value, ...(after ? { after } : {}) },
      }),
  )
  /** What records say otherwise than the papers that are shown. */
  const differs = ref<DiffersView['rows'] | null>(null)
  async function compare(papers: readonly string[]): Promise<void> {
    const all: DiffersView['rows'] = []
    for (let i = 0; i < papers.length; i += 50)
      all.push(
        ...(
          await api<DiffersView>(`/api/templates/${id.value}/answers/differs`, {
            method: 'POST',
            body: { papers: papers.slice(i, i + 50) },
          })
        ).rows,
      )
    differs.value = all
  }
  /** Writes what was chosen back to the records, a paper at a time; what went is taken off the list. */
  async function writeBack(chosen: readonly DiffersView['rows'][number][]): Promise<number> {
    let done = 0
    for (const paperId of new Set(chosen.map((c) => c.paperId))) {
      const take = chosen.filter((c) => c.paperId === paperId).map((c) => c.path)
      await api(`/api/papers/${paperId}/write-back`, { method: 'POST', body: { take } })
      done += take.length
      differs.value = (differs.value ?? []).filter((d) => d.paperId !== paperId || !take.includes(d.path))
    }
    return done
  }
  return { ...rows, id, find, column, differs, compare, writeBack }
})
