import { listIn } from '~~/shared/words'
import type { StopState } from '~~/core/line/line'
import { ApiProblem, api } from './api'
import { useAsking } from './asking'
import { useNotices } from './notices'

const STOP: Record<string, StopState> = {
  draft: 'yours',
  out: 'theirs',
  signed: 'settled',
  declined: 'trouble',
  lapsed: 'trouble',
  withdrawn: 'skipped',
}
/** The state a paper's stop has by its own state alone. */
export const stopStateOf = (state: string): StopState => STOP[state]!

/** Does what reaches somebody at once; within quiet hours it is asked first, once however many are reached. */
export function askingIfQuiet() {
  const asking = useAsking()
  let meant: Promise<boolean> | undefined
  return async <T>(act: (quiet: boolean) => Promise<T>): Promise<T> => {
    try {
      return await act(false)
    } catch (e) {
      if (!(e instanceof ApiProblem) || e.extra.reason !== 'quiet') throw e
      meant ??= asking.ask(e.message, 'Send it now')
      if (await meant) return act(true)
      throw new Error('Nobody was written to: these are your quiet hours.', { cause: e })
    }
  }
}
export const evenIfQuiet = <T>(act: (quiet: boolean) => Promise<T>): Promise<T> => askingIfQuiet()(act)

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
