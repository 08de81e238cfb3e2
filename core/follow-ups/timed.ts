import { type Day, addDays } from '../calendar/dates'
import { type Place, atTime } from './engine'
import { type FollowUp, type Occurrence, type TimedKind, isTimed } from './model'

/** What the days bring about for a job. */
export interface Clocked {
  jobId: string
  contactId: string | null
  /** The job's day; null while it has none, or it was called off. */
  day: Day | null
  /** Quotes that are out, with the day they went. */
  quotes: readonly { paperId: string; of: readonly string[]; sent: Day }[]
  /** Stages with something open, by the day they fall due. */
  stages: readonly { key: string; dueOn: Day }[]
}

/** Which days of something timed are asked for. */
export const offsetsOf = (followUps: readonly FollowUp[], kind: TimedKind): number[] =>
  [...new Set(followUps.filter((f) => f.on && f.when.kind === kind).map((f) => f.when.days))].sort((a, b) => a - b)

/**
 * What the days from `first` to `last` bring about for some jobs, as follow-ups ask for it. Each has an id of its own, which
 * names the day it counts from: once that is moved, it is another.
 */
export function timed(
  followUps: readonly FollowUp[],
  jobs: readonly Clocked[],
  first: Day,
  last: Day,
  place: Place,
): Occurrence[] {
  const out: Occurrence[] = []
  const wanted = (kind: TimedKind) => offsetsOf(followUps, kind)
  const days = {
    day: wanted('day'),
    unanswered: wanted('unanswered'),
    due: wanted('stage-due'),
    overdue: wanted('overdue'),
  }
  const put = (
    kind: TimedKind,
    job: Clocked,
    from: Day,
    offset: number,
    what: string,
    of: readonly string[],
    paperId: string | null,
  ) => {
    const on = addDays(from, offset)
    if (on < first || on > last) return
    out.push({
      id: `${kind} ${what} ${from} ${offset}`,
      kind,
      at: atTime(on, place),
      jobId: job.jobId,
      contactId: job.contactId,
      paperId,
      of,
      days: offset,
      because: [],
    })
  }
  for (const job of jobs) {
    if (job.day) for (const n of days.day) put('day', job, job.day, n, job.jobId, [], null)
    for (const q of job.quotes)
      for (const n of days.unanswered) put('unanswered', job, q.sent, n, q.paperId, q.of, q.paperId)
    for (const s of job.stages) {
      for (const n of days.due) put('stage-due', job, s.dueOn, n, `${job.jobId}:${s.key}`, [s.key], null)
      for (const n of days.overdue) put('overdue', job, s.dueOn, n, `${job.jobId}:${s.key}`, [s.key], null)
    }
  }
  return out
}

/** Kinds of which some follow-up that is on asks for days. */
export const asksForDays = (followUps: readonly FollowUp[]): boolean =>
  followUps.some((f) => f.on && isTimed(f.when.kind))
