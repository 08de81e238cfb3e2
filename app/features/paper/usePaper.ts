import type { InjectionKey } from 'vue'
import { formatInstant } from '~~/core/calendar/dates'
import type { PaperView } from '~~/shared/papers'

/** One paper on the screen. `drawn` counts how often what a draft is made from has changed, so that its pages are drawn anew. */
export async function usePaper(id: string) {
  const paper = ref<PaperView | null>(null)
  const problem = ref('')
  const { busy, act } = useAct()
  const drawn = ref(0)

  async function load(): Promise<void> {
    try {
      const before = paper.value
      paper.value = await api<PaperView>(`/api/papers/${id}`)
      if (!before || (before.state === 'draft' && before.seen !== paper.value.seen)) drawn.value += 1
    } catch (e) {
      problem.value = wordsOf(e)
    }
  }
  await load()

  const post = (path: string, body: object) => api(`/api/papers/${id}${path}`, { method: 'POST', body }).then(load)
  /** An instant in words, in the business's zone. */
  const when = (instant: string) => formatInstant(instant, paper.value!.timeZone, paper.value!.today)

  return { id, paper: paper as Ref<PaperView>, problem, busy, drawn, load, act, post, when }
}

export type PaperOnScreen = Awaited<ReturnType<typeof usePaper>>
export const PAPER: InjectionKey<PaperOnScreen> = Symbol('paper')
export const useThisPaper = (): PaperOnScreen => inject(PAPER)!

/** What a paper's state is called. */
export const PAPER_STATE: Record<string, string> = {
  draft: 'draft',
  out: 'out',
  signed: 'signed by all',
  declined: 'declined',
  withdrawn: 'withdrawn',
  lapsed: 'lapsed',
}
