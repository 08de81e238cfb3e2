/** What happens to a round inside the firm before it goes out. `by` is a member. */
export type CheckEvent =
  /** `correct`: why a paper that is out is to be corrected; without it, it is its first sending that is checked. */
  | { type: 'handed-in'; by: string; checkers: readonly string[]; correct?: string }
  | { type: 'passed'; by: string }
  | { type: 'returned'; by: string; remark: string }
  | { type: 'taken-back'; by: string }
  /** `from` leaves the business: what waits for them, or goes back to them, is `to`’s. */
  | { type: 'handed-on'; by: string; from: string; to: string }

export interface CheckState {
  /** `none`: nobody was asked; `waiting`: for `next`; `passed`: it may go out; `returned`: with a remark. */
  status: 'none' | 'waiting' | 'passed' | 'returned'
  /** Who handed it in. */
  preparedBy: string | null
  /** Those still to pass it, in their order. */
  left: readonly string[]
  remark: string | null
  /** Why what is out is to be corrected, where that is what is checked. */
  correct: string | null
}
export const UNCHECKED: CheckState = { status: 'none', preparedBy: null, left: [], remark: null, correct: null }

/** Why a step may not be taken now; null when it may. */
export function refuseCheck(state: CheckState, event: CheckEvent): string | null {
  switch (event.type) {
    case 'handed-in':
      if (state.status === 'waiting') return 'It is being checked already.'
      if (event.checkers.length === 0) return 'Nobody is asked to check it.'
      return event.checkers.includes(event.by) ? 'Nobody checks what they handed in themself.' : null
    case 'taken-back':
      return state.status !== 'waiting'
        ? 'It is not being checked.'
        : state.preparedBy === event.by
          ? null
          : 'Only whoever handed it in can take it back.'
    case 'handed-on':
      return (state.preparedBy === event.to && state.left.includes(event.from)) ||
        (state.preparedBy === event.from && state.left.includes(event.to))
        ? 'Nobody checks what they handed in themself.'
        : null
    default:
      return state.status !== 'waiting'
        ? 'It is not being checked.'
        : state.left[0] === event.by
          ? null
          : 'It is somebody else’s to check.'
  }
}

/** The state after a step that was not refused. A checker who was passed by may still be to come. */
export function applyCheck(state: CheckState, event: CheckEvent): CheckState {
  switch (event.type) {
    case 'handed-in':
      return {
        status: 'waiting',
        preparedBy: event.by,
        left: [...new Set(event.checkers)],
        remark: null,
        correct: event.correct ?? null,
      }
    case 'passed': {
      const left = state.left.slice(1)
      return { ...state, left, status: left.length ? 'waiting' : 'passed' }
    }
    case 'returned':
      return { ...state, status: 'returned', left: [], remark: event.remark }
    case 'taken-back':
      return UNCHECKED
    case 'handed-on':
      return {
        ...state,
        preparedBy: state.preparedBy === event.from ? event.to : state.preparedBy,
        left: [...new Set(state.left.map((m) => (m === event.from ? event.to : m)))],
      }
  }
}

/** Folds the steps, oldest first; one that could not have been taken is passed over. */
export const foldChecks = (events: readonly CheckEvent[]): CheckState =>
  events.reduce((state, event) => (refuseCheck(state, event) ? state : applyCheck(state, event)), UNCHECKED)
