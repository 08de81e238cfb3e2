import type { RoundMove } from '../../core/rounds/move'

/** Whose move a paper is that is out: the client's, where nothing else is said. */
export const move = (over: Partial<RoundMove> = {}): RoundMove => ({
  whose: 'others',
  names: ['Ines Marlow'],
  after: [],
  begun: false,
  stuck: null,
  nudge: true,
  ...over,
})
/** A member's move, after others have signed. */
export const ours = (over: Partial<RoundMove> = {}): RoundMove =>
  move({ whose: 'ours', names: ['Maren Fosse'], begun: true, nudge: false, ...over })
