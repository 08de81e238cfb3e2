import { and, isNotNull, lt, or } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { write } from '../platform/db/client'
import { challenges, changes, devices, doorKeys, securityLog, sessions, streams } from '../platform/db/schema'
import { sweepThrottle } from '../platform/throttle'
import { enqueue } from '../queue/outbox'

const DAY = 86_400

/** The outbox's part: takes away what is over for good. Says when to come again. */
export async function tidy(): Promise<{ again: string }> {
  await write(async (tx) => {
    await tx.delete(changes).where(lt(changes.at, later(-DAY)))
    await tx.delete(streams).where(lt(streams.until, now()))
    await tx
      .delete(sessions)
      .where(
        or(
          lt(sessions.createdAt, later(-60 * DAY)),
          and(isNotNull(sessions.endedAt), lt(sessions.endedAt, later(-30 * DAY))),
        ),
      )
    await tx.delete(challenges).where(lt(challenges.until, now()))
    await tx.delete(doorKeys).where(lt(doorKeys.until, now()))
    await tx.delete(devices).where(lt(devices.createdAt, later(-365 * DAY)))
    await tx.delete(securityLog).where(lt(securityLog.at, later(-730 * DAY)))
    await sweepThrottle()
  })
  return { again: later(DAY) }
}
export const keepTidy = (): Promise<void> => enqueue('tidy', 'tidy', {}, later(DAY))
