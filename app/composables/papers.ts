import type { StopMark } from '~~/core/line/line'

const MARKS: Record<string, StopMark> = {
  draft: 'yours',
  out: 'theirs',
  signed: 'settled',
  declined: 'trouble',
  lapsed: 'trouble',
  withdrawn: 'skipped',
}
/** The mark of a paper's state: one that waits for us while it is out is ours to move. */
export const paperMark = (state: string, move: 'ours' | 'others' | null = null): StopMark =>
  state === 'out' && move === 'ours' ? 'yours' : MARKS[state]!

/** What is done with a paper from more than one screen. Refusals are thrown. */
export function usePaperActs() {
  const notices = useNotices()
  return {
    async nudge(id: string): Promise<void> {
      const { names } = await api<{ names: string[] }>(`/api/papers/${id}/nudge`, { method: 'POST' })
      notices.say(`Sent the link to ${names.join(' and ')} again.`)
    },
    /** Leaves for the signing page as the member whose turn it is. */
    async countersign(id: string): Promise<void> {
      const { path } = await api<{ path: string }>(`/api/papers/${id}/countersign`, { method: 'POST' })
      window.location.assign(path)
    },
  }
}
