import { asc, eq } from 'drizzle-orm'
import { readRowsInWorker } from '../files/pool'
import { NotThere, fetchOver, outwardTrouble } from '../gateways/outward'
import { later, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type LaidEntry, laidCalendars } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { businessOrNone, theBusiness } from '../records/business'
import { tellScreens } from '../standing/touch'

const MOST_BYTES = 5_000_000
const MOST_ENTRIES = 5000
const MOST_CALENDARS = 12
/** How often an address is read again, in seconds. */
const AGAIN = 3600

/** The entries of a calendar's file, read aside from everything else. Refused in words where it is none. */
async function entriesIn(bytes: Uint8Array): Promise<LaidEntry[]> {
  const { timeZone } = await theBusiness()
  const file = await readRowsInWorker({ of: 'jobs', bytes, timeZone })
  if (file.of !== 'icalendar')
    throw new Problem('invalid', 'This is no calendar (.ics).', { file: 'This is no calendar.' })
  return file.jobs
    .flatMap((j) => (j.starts ? [{ from: j.starts, to: j.ends ?? j.starts, words: j.title.slice(0, 200) }] : []))
    .slice(0, MOST_ENTRIES)
}
async function insistOnRoom(): Promise<void> {
  const rows = await db().select({ id: laidCalendars.id }).from(laidCalendars)
  if (rows.length >= MOST_CALENDARS)
    throw new Problem('not-now', `${MOST_CALENDARS} calendars lie beneath already. Take one away first.`)
}

/** Lays a calendar's file beneath the business's own. */
export async function layFile(name: string, bytes: Uint8Array, by: string): Promise<string> {
  await insistOnRoom()
  const entries = await entriesIn(bytes)
  const id = newId()
  await write(async (tx) => {
    await tx.insert(laidCalendars).values({ id, name: name.slice(0, 80), at: now(), readAt: now(), by, entries })
    tellScreens(null)
  })
  return id
}

/** Lays the calendar at an address beneath the business's own; it is read now, and again every hour. */
export async function layAddress(name: string, given: string, by: string): Promise<string> {
  await insistOnRoom()
  const url = given.replace(/^webcal:/i, 'https:')
  let entries: LaidEntry[]
  try {
    entries = await entriesIn(await fetchOver(url, MOST_BYTES))
  } catch (error) {
    if (error instanceof Problem) throw error
    const words = error instanceof NotThere ? error.message : outwardTrouble(error, url)
    throw new Problem('invalid', words, { url: words })
  }
  const id = newId()
  await write(async (tx) => {
    await tx.insert(laidCalendars).values({ id, name, url, at: now(), readAt: now(), by, entries })
    tellScreens(null)
  })
  return id
}

export async function takeUp(id: string): Promise<void> {
  await write(async (tx) => {
    const gone = await tx.delete(laidCalendars).where(eq(laidCalendars.id, id)).returning({ id: laidCalendars.id })
    if (!gone.length) throw notFound('calendar')
    tellScreens(null)
  })
}

/** The outbox's part: reads the addresses again. What can't be read keeps what it had, and says why. */
export async function readLaid(): Promise<{ again: string }> {
  if (!(await businessOrNone())) return { again: later(AGAIN) }
  for (const { id, url } of await db().select().from(laidCalendars).orderBy(asc(laidCalendars.at))) {
    if (!url) continue
    const read = await fetchOver(url, MOST_BYTES)
      .then(entriesIn)
      .then(
        (entries) => ({ entries, readAt: now(), trouble: '' }),
        (error: unknown) => ({
          trouble:
            error instanceof NotThere || error instanceof Problem
              ? error.message
              : outwardTrouble(error, url).slice(0, 300),
        }),
      )
    await write(async (tx) => {
      await tx.update(laidCalendars).set(read).where(eq(laidCalendars.id, id))
    })
  }
  return { again: later(AGAIN) }
}
export const keepReadingLaid = (): Promise<void> => enqueue('calendars.laid', 'calendars.laid', {})
