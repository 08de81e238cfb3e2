import { listIn } from '~~/shared/words'
import type { StopMark } from '~~/core/line/line'

const MARKS: Record<string, StopMark> = {
  draft: 'yours',
  out: 'theirs',
  signed: 'settled',
  declined: 'trouble',
  lapsed: 'trouble',
  withdrawn: 'skipped',
}
/** The mark of a paper's state alone. */
export const paperMark = (state: string): StopMark => MARKS[state]!

/** Does what reaches somebody at once; within quiet hours it is said first, and done if that is meant. */
export async function evenIfQuiet<T>(act: (quiet: boolean) => Promise<T>): Promise<T> {
  try {
    return await act(false)
  } catch (e) {
    if (e instanceof ApiProblem && e.extra.reason === 'quiet' && window.confirm(e.message)) return act(true)
    throw e
  }
}

/** What is done with a paper from more than one screen. Refusals are thrown. */
export function usePaperActs() {
  const notices = useNotices()
  return {
    async nudge(id: string): Promise<void> {
      const { names } = await evenIfQuiet((quiet) =>
        api<{ names: string[] }>(`/api/papers/${id}/nudge`, { method: 'POST', body: { quiet } }),
      )
      notices.say(`Sent the link to ${listIn('en', names)} again.`)
    },
    /** Leaves for the signing page as the member whose turn it is. */
    async countersign(id: string): Promise<void> {
      const { path } = await api<{ path: string }>(`/api/papers/${id}/countersign`, { method: 'POST' })
      window.location.assign(path)
    },
  }
}
