import { and, asc, eq, gte, inArray } from 'drizzle-orm'
import { addDays } from '../../core/calendar/dates'
import { follow } from '../../core/follow-ups/engine'
import { type Act, isTimed } from '../../core/follow-ups/model'
import { withValues } from '../../core/follow-ups/values'
import { timed } from '../../core/follow-ups/timed'
import { actWords, sentenceOf, whyWords } from '../../core/follow-ups/words'
import type { FollowUpRead } from '../../shared/follow-ups'
import type { TriedView } from '../../shared/out/follow-ups'
import { later, today } from '../platform/clock'
import { db } from '../platform/db/client'
import { jobs, occurrences } from '../platform/db/schema'
import { breathe } from '../platform/turns'
import { theBusiness } from '../records/business'
import { clockedOf } from './days'
import { type Subject, subjectOf, valuesOf } from './facts'
import { asOccurrence, placeOf } from './kept'
import { problemsOf } from './manage'
import { namesHere } from './names'

/** So many things that occurred are looked at, the newest; so many are shown. */
const MOST = 400
const SHOWN = 60

/** What a follow-up would have done over the last days, by what the records say now. Nothing is done. */
export async function tryOut(id: string, given: FollowUpRead, days: number): Promise<TriedView> {
  const business = await theBusiness()
  const names = await namesHere()
  const place = placeOf(business)
  const one = { ...given, id: id || 'this', on: true, since: '' }
  const found = isTimed(given.when.kind)
    ? await daysBehind(one, days, place)
    : (
        await db()
          .select()
          .from(occurrences)
          .where(and(eq(occurrences.kind, given.when.kind), gte(occurrences.at, later(-days * 86_400))))
          .orderBy(asc(occurrences.at))
      ).map(asOccurrence)
  const all = found.slice(-MOST)
  const subjects = new Map<string, Subject>()
  for (const o of all) {
    subjects.set(o.id, await subjectOf(o))
    await breathe()
  }
  const { intents, left } = follow([one], all, (o) => subjects.get(o.id)!.facts, place)
  const of = new Map(all.map((o) => [o.id, o]))
  const ids = [...new Set(all.flatMap((o) => o.jobId ?? []))]
  const titles = new Map(
    (ids.length
      ? await db().select({ id: jobs.id, title: jobs.title }).from(jobs).where(inArray(jobs.id, ids))
      : []
    ).map((j) => [j.id, j]),
  )
  const jobOf = (occurrence: string) => titles.get(of.get(occurrence)!.jobId ?? '') ?? null
  return {
    days,
    jobs: new Set(intents.map((i) => of.get(i.occurrence)!.jobId)).size,
    things: intents.length,
    looked: all.length,
    all: found.length,
    rows: intents
      .slice(-SHOWN)
      .reverse()
      .map((i) => ({
        at: i.due,
        job: jobOf(i.occurrence),
        words: actWords(filled(i.act, subjects.get(i.occurrence)!), names),
      })),
    left: left
      .slice(-SHOWN)
      .reverse()
      .map((l) => ({
        at: of.get(l.occurrence)!.at,
        job: jobOf(l.occurrence),
        why: whyWords(l.why, subjects.get(l.occurrence)!.facts, names),
      })),
    sentence: sentenceOf(given, names),
    problems: await problemsOf(id, given),
    timeZone: business.timeZone,
  }
}

/** An act with what would have stood in its braces. */
function filled(act: Act, subject: Subject): Act {
  const values = valuesOf(subject, subject.business.settings.language)
  return Object.fromEntries(
    Object.entries(act).map(([k, v]) => [k, typeof v === 'string' ? withValues(v, values) : (v as unknown)]),
  ) as unknown as Act
}

/** What the last days have brought about: of quotes and money what is still so. */
async function daysBehind(one: Parameters<typeof timed>[0][number], days: number, place: Parameters<typeof timed>[4]) {
  const last = today(place.timeZone)
  const first = addDays(last, -days)
  return timed([one], await clockedOf([one], first, last, place.timeZone), first, last, place).sort((a, b) =>
    a.at < b.at ? -1 : 1,
  )
}
