import { Temporal } from 'temporal-polyfill'
import { type Day, addDays, dayOf } from '../calendar/dates'
import {
  type Act,
  type After,
  type Facts,
  type FollowUp,
  type Occurrence,
  type Test,
  type Trigger,
  isTimed,
} from './model'
import { same } from '../tags/tags'
import { failing } from './tests'

/** Something that is to be done, by a key that is the same however often it is worked out. */
export interface Intent {
  key: string
  followUp: string
  occurrence: string
  step: number
  /** The instant it is due, ISO 8601. */
  due: string
  act: Act
}

/** Why a follow-up that was meant does nothing. */
export type Why =
  /** None of these held. */
  | { kind: 'test'; tests: readonly Test[] }
  /** It led to this itself. */
  | { kind: 'circle' }
  /** Too many follow-ups led to this, one after the other. */
  | { kind: 'deep' }
  /** It has done this too often of late. */
  | { kind: 'flood'; most: number; hours: number }
  /** A step counts from the job's day, which isn't known. */
  | { kind: 'no-day'; step: number }
export interface Left {
  followUp: string
  occurrence: string
  why: Why
}

/** How many follow-ups may lead to each other. */
export const DEEPEST = 8
/** How often one follow-up may run on one job, and in all, within so many hours. */
export const FLOOD = { hours: 24, job: 20, all: 2000 } as const

/** Where and when the business is: what days mean. */
export interface Place {
  timeZone: string
  /** The wall-clock time things are done at that are due on a day, `HH:MM`. */
  at: string
}

const keyOf = (followUp: string, occurrence: string) => `${followUp} ${occurrence}`

const asKept = (instant: Temporal.Instant): string => new Date(instant.epochMilliseconds).toISOString()
/** A wall-clock time of a day as an instant; one that a clock change skips is an hour later. */
export const atTime = (day: Day, { timeZone, at }: Place): string =>
  asKept(Temporal.PlainDateTime.from(`${day}T${at}`).toZonedDateTime(timeZone).toInstant())

/** The instant a step is due; null where it counts from a day that isn't known. What is past is due at once. */
export function dueOf({ from, days }: After, at: string, jobDay: Day | null, place: Place): string | null {
  if (from === 'then')
    return days === 0
      ? at
      : asKept(Temporal.Instant.from(at).toZonedDateTimeISO(place.timeZone).add({ days }).toInstant())
  if (!jobDay) return null
  const due = atTime(addDays(jobDay, days), place)
  return due < at ? at : due
}

/** {@link dueOf} for many: what a day, or the same instant, comes to is worked out once. */
function dues(place: Place) {
  const onDay = new Map<Day, string>()
  let last = ''
  let later = new Map<number, string | null>()
  return (after: After, at: string, jobDay: Day | null): string | null => {
    if (after.from === 'then') {
      if (after.days === 0) return at
      if (last !== at) [last, later] = [at, new Map()]
      if (!later.has(after.days)) later.set(after.days, dueOf(after, at, jobDay, place))
      return later.get(after.days)!
    }
    if (!jobDay) return null
    const day = addDays(jobDay, after.days)
    const due = onDay.get(day) ?? atTime(day, place)
    onDay.set(day, due)
    return due < at ? at : due
  }
}

/** Whether a trigger means an occurrence. Tags are the same whatever their capitals. */
export const fits = (t: Trigger, o: Pick<Occurrence, 'kind' | 'of' | 'days'>): boolean =>
  t.kind === o.kind &&
  (!t.of || o.of.includes(t.of) || (t.kind.startsWith('tag-') && o.of.some((tag) => same(tag) === same(t.of)))) &&
  (!isTimed(t.kind) || t.days === o.days)

/** Earlier runs, as far as they matter for {@link FLOOD}: by follow-up and job, the instants they began. */
export type Before = (followUp: string, jobId: string | null) => { job: number; all: number }
const NOTHING_BEFORE: Before = () => ({ job: 0, all: 0 })

/** How often something was within the hours before an instant; what is asked comes in the order of time. */
class Lately {
  readonly #of = new Map<string, number[]>()
  count(key: string, at: number): number {
    const times = this.#of.get(key)
    if (!times) return 0
    const from = at - FLOOD.hours * 3_600_000
    let old = 0
    while (old < times.length && times[old]! < from) old += 1
    if (old) times.splice(0, old)
    return times.length
  }
  add(key: string, at: number): void {
    const times = this.#of.get(key)
    if (times) times.push(at)
    else this.#of.set(key, [at])
  }
}

/**
 * What follows from what occurred. The same occurrences give the same intents, in whatever order and however often they are
 * told; a follow-up never follows what it led to itself, so that it ends. `factsOf` is what the record says of an occurrence.
 */
export function follow(
  followUps: readonly FollowUp[],
  occurrences: readonly Occurrence[],
  factsOf: (o: Occurrence) => Facts,
  place: Place,
  before: Before = NOTHING_BEFORE,
): { intents: Intent[]; left: Left[] } {
  const byKind = new Map<string, FollowUp[]>()
  for (const f of [...followUps].sort((a, b) => (a.id < b.id ? -1 : 1)))
    if (f.on) byKind.set(f.when.kind, [...(byKind.get(f.when.kind) ?? []), f])
  const once = [...new Map(occurrences.map((o) => [o.id, o])).values()].sort((a, b) =>
    a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1,
  )
  const intents: Intent[] = []
  const left: Left[] = []
  const lately = new Lately()
  const due = dues(place)
  for (const o of once) {
    const concerned = byKind.get(o.kind)?.filter((f) => fits(f.when, o) && o.at >= f.since)
    if (!concerned?.length) continue
    const facts = factsOf(o)
    const at = Date.parse(o.at)
    for (const f of concerned) {
      if (f.kinds.length && !f.kinds.includes(String(facts['job.kind'] ?? ''))) continue
      const leave = (why: Why) => left.push({ followUp: f.id, occurrence: o.id, why })
      if (o.because.includes(f.id)) {
        leave({ kind: 'circle' })
        continue
      }
      if (o.because.length >= DEEPEST) {
        leave({ kind: 'deep' })
        continue
      }
      const tests = failing(f.if, facts)
      if (tests) {
        leave({ kind: 'test', tests })
        continue
      }
      const had = before(f.id, o.jobId)
      const job = `${f.id} ${o.jobId ?? ''}`
      const often = o.jobId ? lately.count(job, at) + had.job : 0
      const most = often >= FLOOD.job ? FLOOD.job : lately.count(f.id, at) + had.all >= FLOOD.all ? FLOOD.all : null
      if (most !== null) {
        leave({ kind: 'flood', most, hours: FLOOD.hours })
        continue
      }
      if (o.jobId) lately.add(job, at)
      lately.add(f.id, at)
      const day = (facts['job.day'] as string | null | undefined) ?? null
      f.steps.forEach(({ after, act }, step) => {
        const at = due(after, o.at, day)
        if (at === null) leave({ kind: 'no-day', step })
        else intents.push({ key: `${keyOf(f.id, o.id)} ${step}`, followUp: f.id, occurrence: o.id, step, due: at, act })
      })
    }
  }
  return { intents, left }
}

/** The day something is to be done by, or stands on: counted from when it is done, or from the job's day. */
export const dayAfter = ({ from, days }: After, at: string, jobDay: Day | null, timeZone: string): Day =>
  addDays(from === 'day' && jobDay ? jobDay : dayOf(at, timeZone), days)
