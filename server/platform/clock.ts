import { AsyncLocalStorage } from 'node:async_hooks'
import { dayOf, instantOf } from '../../core/calendar/dates'

const set = new AsyncLocalStorage<() => Date>()
const present = (): Date => set.getStore()?.() ?? new Date()

/** The present instant, ISO 8601 in UTC with milliseconds. The one place the server asks the time. */
export const now = (): string => present().toISOString()
export const later = (seconds: number): string => new Date(present().getTime() + seconds * 1000).toISOString()
export const today = (timeZone: string): string => dayOf(now(), timeZone)

/** A wall-clock time (`YYYY-MM-DDTHH:MM`) of a zone as instants are kept here. */
export const atWall = (local: string, timeZone: string): string => new Date(instantOf(local, timeZone)).toISOString()

/** When it is so late again, in UTC. */
export function nextAt(hour: number, minute = 0): string {
  const at = new Date(now())
  at.setUTCHours(hour, minute, 0, 0)
  if (at.toISOString() <= now()) at.setUTCDate(at.getUTCDate() + 1)
  return at.toISOString()
}

/** Does `work` by another clock: lets the seeder place what it does in the past. */
export const atClock = <T>(clock: () => Date, work: () => Promise<T>): Promise<T> => set.run(clock, work)
