import type { LinkSettings } from './model'

/** Why a link can't be used now; the words are said where it is shown, in the language of whoever reads them. */
export type Shut = 'closed' | 'not-yet' | 'over' | 'other-day' | 'full' | 'no-places'

/** What counts beside the settings. `free` are places left where they are counted; null where they aren't. */
export interface Standing {
  closed: boolean
  /** The day it is, where the business is. */
  today: string
  taken: number
  free: number | null
}

/** Monday 1 to Sunday 7, of a day as `2026-06-14`. */
export function weekdayOf(day: string): number {
  return new Date(`${day}T00:00:00Z`).getUTCDay() || 7
}

/** Why nobody, or no `more` people at once, can use a link now; null where it is open to them. */
export function shutFor(
  settings: Pick<LinkSettings, 'most' | 'from' | 'until' | 'days' | 'whileFree'>,
  { closed, today, taken, free }: Standing,
  more = 1,
): Shut | null {
  if (closed) return 'closed'
  if (settings.from && today < settings.from) return 'not-yet'
  if (settings.until && today > settings.until) return 'over'
  if (settings.days.length && !settings.days.includes(weekdayOf(today))) return 'other-day'
  if (settings.most !== null && taken + more > settings.most) return 'full'
  if (settings.whileFree && free !== null && more > free) return 'no-places'
  return null
}

/** Whether the code typed is the one on the poster: its letters and digits, however they were typed. */
export function isCode(settings: Pick<LinkSettings, 'code'>, typed: string): boolean {
  const bare = (s: string) =>
    s
      .normalize('NFKC')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]/gu, '')
  return bare(settings.code) === bare(typed)
}
