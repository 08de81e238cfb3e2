import ICAL from 'ical.js'
import { addDays, instantOf, isTimeZone, localOf } from '../calendar/dates'
import type { JobRow } from './table'

/** Of an entry that comes again, no more than so many are taken. */
export const MOST_TIMES = 200

/** A time of a calendar where the business is: `YYYY-MM-DDTHH:MM`, or the day alone. A zone is known by its IANA name. */
function localTime(time: ICAL.Time, tzid: string | null, timeZone: string): string {
  const two = (n: number) => String(n).padStart(2, '0')
  const day = `${time.year}-${two(time.month)}-${two(time.day)}`
  if (time.isDate) return day
  const wall = `${day}T${two(time.hour)}:${two(time.minute)}`
  const zone = time.zone === ICAL.Timezone.utcTimezone ? 'UTC' : tzid && isTimeZone(tzid) ? tzid : null
  if (!zone) return wall
  try {
    return localOf(instantOf(wall, zone), timeZone)
  } catch {
    // An hour the clocks skip there: it stands as it was written.
    return wall
  }
}

const mailOf = (value: unknown) =>
  String(value ?? '')
    .replace(/^mailto:/i, '')
    .toLowerCase()

/** Who is asked to an entry besides whoever keeps the calendar: most likely the client. */
function clientOf(entry: ICAL.Component): JobRow['client'] {
  const own = mailOf(entry.getFirstPropertyValue('organizer'))
  const guest = entry.getAllProperties('attendee').find((a) => mailOf(a.getFirstValue()) !== own)
  const email = mailOf(guest?.getFirstValue())
  const name = guest?.getFirstParameter('cn') ?? ''
  return { name: (name || email.split('@')[0] || '').slice(0, 200), email: email.includes('@') ? email : '', phone: '' }
}

/**
 * Jobs of a calendar (iCalendar, RFC 5545): each entry one, each time of one that comes again one of its own. `left` counts
 * entries that can't be read or were called off. Throws where it is no calendar.
 */
export function fromCalendar(text: string, timeZone: string, most: number): { jobs: JobRow[]; left: number } {
  let calendars: ICAL.Component[]
  try {
    const parsed = ICAL.parse(text) as unknown[]
    calendars = (Array.isArray(parsed[0]) ? parsed : [parsed]).map((c) => new ICAL.Component(c as unknown[]))
  } catch {
    throw new Error('This is no calendar, or it is damaged.')
  }
  const jobs: JobRow[] = []
  let left = 0
  for (const entry of calendars.flatMap((c) => c.getAllSubcomponents('vevent'))) {
    if (jobs.length > most) break
    try {
      if (String(entry.getFirstPropertyValue('status') ?? '').toUpperCase() === 'CANCELLED') left += 1
      else jobs.push(...jobsOf(entry, timeZone))
    } catch {
      left += 1
    }
  }
  return { jobs, left }
}

function jobsOf(entry: ICAL.Component, timeZone: string): JobRow[] {
  const event = new ICAL.Event(entry)
  const first = event.startDate
  const title = (event.summary ?? '').trim().slice(0, 300)
  if (!first || !title) throw new Error('nothing to tell')
  const tzid = (entry.getFirstProperty('dtstart')?.getFirstParameter('tzid') as string | undefined) ?? null
  const client = clientOf(entry)
  const about = {
    title,
    kind: '',
    client,
    place: (event.location ?? '').trim().slice(0, 500),
    people: null,
    notes: (event.description ?? '').trim().slice(0, 10_000),
  }
  return timesOf(event).map((start): JobRow => {
    const end = start.clone()
    end.addDuration(event.duration)
    const [starts, ends] = [localTime(start, tzid, timeZone), localTime(end, tzid, timeZone)]
    // A whole day ends, as calendars write it, where the next begins.
    const last = start.isDate ? addDays(ends.slice(0, 10), -1) : ends
    return { ...about, client: { ...client }, starts, ends: last > starts ? last : null }
  })
}

function timesOf(event: ICAL.Event): ICAL.Time[] {
  if (!event.isRecurring()) return [event.startDate]
  const times: ICAL.Time[] = []
  const all = event.iterator()
  for (let next = all.next(); next && times.length < MOST_TIMES; next = all.next()) times.push(next)
  return times
}
