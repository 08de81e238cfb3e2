import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { formatInstant } from '~~/core/calendar/dates'
import type { PaperView } from '~~/shared/papers'
import { useAct } from '../../composables/act'
import { api } from '../../composables/api'
import { useOpened } from '../../composables/reading'

/** The paper on the screen. `drawn` counts how often what a draft is made from has changed, so that its pages are drawn anew. */
export const usePaper = defineStore('paper', () => {
  const opened = useOpened('paper', (of) => api<PaperView>(`/api/papers/${of}`))
  const { id, data: paper, problem, load } = opened
  const { busy, act } = useAct()
  const drawn = ref(0)
  watch(
    paper,
    (now, before) => {
      if (now && (before?.id !== now.id || (before.state === 'draft' && before.seen !== now.seen))) drawn.value += 1
    },
    { flush: 'sync' },
  )

  /** Does something with the paper and shows what it is then. */
  const post = (path: string, body: object): Promise<void> =>
    api(`/api/papers/${id.value}${path}`, { method: 'POST', body }).then(load)
  /** Changes what belongs to this paper alone. */
  const set = (body: object): Promise<void> => api(`/api/papers/${id.value}`, { method: 'PATCH', body }).then(load)
  /** Throws a draft away. */
  const discard = (): Promise<unknown> => api(`/api/papers/${id.value}`, { method: 'DELETE' })
  /** An instant in words, in the business's zone. */
  const when = (instant: string): string => formatInstant(instant, paper.value.timeZone, paper.value.today)

  return { id, paper, problem, busy, drawn, open: opened.open, load, act, post, set, discard, when }
})

/** What a paper's state is called. */
export const PAPER_STATE: Record<string, string> = {
  draft: 'draft',
  out: 'out',
  signed: 'signed by all',
  declined: 'declined',
  withdrawn: 'withdrawn',
  lapsed: 'lapsed',
}
