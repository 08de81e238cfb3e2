import { type PersonState, type RoundState, mayAct } from './rounds'

/** How a round stands for one person of it: what their page shows, and what they may do. */
export type LinkState =
  'open' | 'done' | 'copy' | 'not-yet' | 'paused' | 'replaced' | 'declined' | 'withdrawn' | 'lapsed'

/** How things stand for one person of a round at the instant `at`. */
export function linkStateFor(state: RoundState, me: PersonState, at: string): LinkState {
  if (me.status === 'replaced') return 'replaced'
  // What the sender has stopped for now is nobody's to read, whatever they have done.
  if (state.status === 'out' && state.paused !== null) return 'paused'
  const late = state.status === 'out' && state.lapsesAt !== null && at >= state.lapsesAt
  if (me.part === 'copy') {
    if (late) return 'lapsed'
    if (state.status === 'out' || state.status === 'signed') return 'copy'
    return state.status as 'declined'
  }
  if (me.status === 'done') return 'done'
  if (late) return 'lapsed'
  if (state.status === 'signed') return 'done'
  if (state.status !== 'out') return state.status as 'declined'
  return mayAct(state).some((p) => p.id === me.id) ? 'open' : 'not-yet'
}

/** Whether somebody may read the papers, by any way there is. */
export const mayRead = (standing: LinkState): boolean =>
  standing === 'open' || standing === 'done' || standing === 'copy'
