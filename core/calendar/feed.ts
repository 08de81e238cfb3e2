import ical, { ICalCalendarMethod, ICalEventBusyStatus, ICalEventStatus, ICalEventTransparency } from 'ical-generator'
import { type Day, addDays, instantOf } from './dates'

/** Something that stands in a calendar: at a time (wall-clock, in its zone), or on a day. */
export interface Entry {
  /** The same as long as it is the same: a program that reads again finds it by this. */
  uid: string
  title: string
  description: string
  place: string
  url: string
  at: { starts: string; ends: string | null; timeZone: string } | { day: Day }
  /** It is called off. */
  off: boolean
  /** An instant: when it was last as it is. */
  changed: string
  /** The time isn't taken by it: a deadline, a task. */
  beside: boolean
}

/** Where a time a clock change skips is taken for: an hour later. */
function instant(local: string, timeZone: string): Date {
  try {
    return new Date(instantOf(local, timeZone))
  } catch {
    const hour = String(Number(local.slice(11, 13)) + 1).padStart(2, '0')
    return new Date(instantOf(`${local.slice(0, 11)}${hour}${local.slice(13)}`, timeZone))
  }
}
const asDate = (day: Day) => new Date(`${day}T00:00:00Z`)
const HOUR = 3_600_000

/**
 * A calendar (iCalendar, RFC 5545). Times are in UTC, so that no zone has to be explained; days are days wherever one is. With
 * `asked`, it is one that is put into somebody's calendar by hand.
 */
export function calendarOf(name: string, entries: readonly Entry[], asked = false): string {
  const calendar = ical({ name, prodId: { company: 'Upwold', product: 'Upwold' }, ttl: asked ? undefined : 3600 })
  if (asked) calendar.method(ICalCalendarMethod.PUBLISH)
  for (const e of entries) {
    const starts = 'day' in e.at ? asDate(e.at.day) : instant(e.at.starts, e.at.timeZone)
    const ends =
      'day' in e.at
        ? asDate(addDays(e.at.day, 1))
        : e.at.ends
          ? instant(e.at.ends, e.at.timeZone)
          : new Date(starts.getTime() + HOUR)
    const event = calendar.createEvent({
      id: e.uid,
      start: starts,
      end: ends <= starts ? new Date(starts.getTime() + HOUR) : ends,
      allDay: 'day' in e.at,
      ...('day' in e.at ? { timezone: 'UTC' } : {}),
      stamp: new Date(e.changed),
      summary: e.title,
      description: e.description || null,
      location: e.place || null,
      url: e.url || null,
      status: e.off ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    })
    if (e.beside) {
      event.transparency(ICalEventTransparency.TRANSPARENT)
      event.busystatus(ICalEventBusyStatus.FREE)
    }
  }
  return calendar.toString()
}
