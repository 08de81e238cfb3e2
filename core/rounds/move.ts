import { type RoundState, acts, whoseTurn } from './rounds'

/** What is known of a person of a round beside its events. */
export interface Known {
  /** Of the business: they sign in to act. */
  member: boolean
  /** Whether a message can reach them. */
  reachable: boolean
}

/** What keeps a round from going on until the business does something. */
export type Stuck = { why: 'held' | 'locked' | 'bounced' | 'asks'; who: string }

/** Whose move a round that is out is, and what of it is the business's. One answer for Today, the job and the round. */
export interface RoundMove {
  /** `ours`: only members are waited for. */
  whose: 'ours' | 'others'
  /** Those waited for. */
  names: string[]
  /** Those whose turn comes after. */
  after: string[]
  /** Whether somebody has signed already: then a member's signing is a countersigning. */
  begun: boolean
  /** Whether one of those waited for has opened it; not kept before. */
  opened?: boolean
  stuck: Stuck | null
  /** Whether a nudge reaches anybody. */
  nudge: boolean
}

/** The move of a round that is out. `asks`: the people with a question nobody has answered. */
export function moveOf(state: RoundState, known: (person: string) => Known, asks: readonly string[] = []): RoundMove {
  const waiting = whoseTurn(state)
  const left = state.people.filter((p) => acts(p) && p.status !== 'done' && p.status !== 'replaced')
  const asker = state.people.find((p) => asks.includes(p.id))
  const locked = waiting.find((p) => p.closed)
  const lost = waiting.find((p) => p.bounced !== null)
  return {
    whose: waiting.length > 0 && waiting.every((p) => known(p.id).member) ? 'ours' : 'others',
    names: waiting.map((p) => p.name),
    after: left.filter((p) => !waiting.includes(p)).map((p) => p.name),
    begun: state.people.some((p) => p.part === 'sign' && p.status === 'done'),
    opened: waiting.some((p) => p.status === 'opened'),
    stuck:
      state.paused !== null
        ? { why: 'held', who: '' }
        : locked
          ? { why: 'locked', who: locked.name }
          : lost
            ? { why: 'bounced', who: lost.name }
            : asker
              ? { why: 'asks', who: asker.name }
              : null,
    nudge:
      state.paused === null &&
      waiting.some((p) => !known(p.id).member && known(p.id).reachable && !p.closed && !p.bounced),
  }
}
