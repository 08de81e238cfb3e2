import type { PaperState, StopState } from '../line/line'
import type { MarkKind } from './visit'

/** The paper a visitor owes, as far as it is known: what of it is there already, or from an earlier visit. */
export interface OwedPaper {
  id: string
  state: PaperState
  /** Somebody has opened it. */
  begun: boolean
  reason: string | null
}
export interface Owing {
  /** Whether a paper is wanted of them at all. */
  wanted: boolean
  paper: OwedPaper | null
  /** The day an earlier one was signed that still holds; null where none does. */
  holds: string | null
  age: number | null
  /** Who signs for them, where somebody has to and is known. */
  guardian: string | null
}
export type DeskStep = 'sign' | 'guardian' | 'started' | 'refused' | 'ready'

/** Below this age somebody signs for them. */
export const OF_AGE = 18

/** What is to be done before somebody may go in. */
export function deskStep({ wanted, paper, holds, age, guardian }: Owing): DeskStep {
  if (!wanted || holds || paper?.state === 'signed') return 'ready'
  if (paper?.state === 'declined') return 'refused'
  if (paper?.state === 'out' && paper.begun) return 'started'
  return age !== null && age < OF_AGE && !guardian ? 'guardian' : 'sign'
}

/** How a visit is marked on the desk: by shape first. */
export function deskMark(step: DeskStep, state: MarkKind): StopState {
  if (state === 'turned away') return 'skipped'
  if (state === 'gone') return 'skipped'
  if (step === 'ready') return state === 'here' ? 'settled' : 'not-yet'
  return step === 'started' ? 'theirs' : step === 'sign' ? 'yours' : 'trouble'
}

/** How many of a day or session are expected, here, gone and turned away, and how many still have to sign. */
export interface DeskCounts {
  all: number
  expected: number
  here: number
  gone: number
  away: number
  toSign: number
}
export function deskCounts(visits: readonly { state: MarkKind; step: DeskStep }[]): DeskCounts {
  const of = (state: MarkKind) => visits.filter((v) => v.state === state).length
  return {
    all: visits.length,
    expected: of('expected'),
    here: of('here'),
    gone: of('gone'),
    away: of('turned away'),
    toSign: visits.filter((v) => v.step !== 'ready' && v.state !== 'turned away' && v.state !== 'gone').length,
  }
}
