import { eq, lt } from 'drizzle-orm'
import { later, now } from './clock'
import { write } from './db/client'
import { attempts } from './db/schema'
import { Problem } from './problem'

/**
 * Every limit there is on how often something may be done, over all processes. `most` in `seconds`, counted for each key;
 * past it, nothing until the time is over, or, where `grows` is set, a wait that doubles with every further try.
 */
interface Limit {
  most: number
  seconds: number
  /** The first wait in seconds, and the longest. */
  grows?: { from: number; to: number }
  words: string
}
const HOUR = 3600

export const LIMITS = {
  /** Wrong tries at one account from one address. */
  'sign-in': { most: 5, seconds: HOUR, grows: { from: 10, to: 900 }, words: 'Too many wrong tries.' },
  /** Wrong tries from one address at any account. */
  'sign-in address': {
    most: 30,
    seconds: HOUR,
    grows: { from: 10, to: 900 },
    words: 'Too many wrong tries from here.',
  },
  /** Wrong tries at one account from everywhere: short waits, so that its owner is never kept out for long. */
  'sign-in account': {
    most: 30,
    seconds: HOUR,
    grows: { from: 5, to: 30 },
    words: 'Somebody is trying to get into this account.',
  },
  /** Wrong tries on a browser this member has signed in with before. */
  'sign-in device': { most: 5, seconds: HOUR, grows: { from: 10, to: 900 }, words: 'Too many wrong tries.' },
  pin: { most: 5, seconds: HOUR, grows: { from: 10, to: 900 }, words: 'Too many wrong tries.' },
  /** What a program may ask in a minute. */
  api: { most: 600, seconds: 60, words: 'Too much was asked by this token.' },
  'token guess': { most: 60, seconds: HOUR, words: 'Too many tokens that open nothing were tried from here.' },
  key: { most: 60, seconds: HOUR, words: 'Too many keys were tried from here.' },
  'link guess': { most: 60, seconds: HOUR, words: 'Too many links that open nothing were tried from here.' },
  'own code': { most: 10, seconds: HOUR, words: 'Too many codes were tried.' },
  'code sent': { most: 10, seconds: HOUR, words: 'Too many codes were asked for.' },
  question: { most: 5, seconds: HOUR, words: 'Five questions an hour can be asked.' },
  upload: { most: 40, seconds: HOUR, words: 'Too many files were given in a short time.' },
  'upload bytes': { most: 120_000_000, seconds: HOUR, words: 'Too much was given in a short time.' },
  'document bytes': { most: 150_000_000, seconds: HOUR, words: 'Too many pictures were given in a short time.' },
  'desk scan': { most: 600, seconds: HOUR, words: 'Too many pictures were read in a short time.' },
  /** Whole venues share one address: the limits of a link itself are what counts. */
  'standing link': { most: 1200, seconds: HOUR, words: 'Too much came in by this link from here.' },
  'poster code': { most: 60, seconds: HOUR, words: 'Too many wrong codes were tried from here.' },
  drawing: { most: 20, seconds: HOUR, words: 'Too many codes for a phone were made.' },
  pad: { most: 60, seconds: HOUR, words: 'Too many codes for a pad were made here.' },
  'pad code': { most: 30, seconds: HOUR, words: 'Too many codes were tried.' },
  challenge: { most: 30, seconds: HOUR, words: 'Too many pictures were begun.' },
  draw: { most: 60, seconds: 60, words: 'Too many PDFs were asked for in a short time.' },
  file: { most: 60, seconds: 600, words: 'Too many files were brought in in a short time.' },
  forgotten: { most: 6, seconds: HOUR, words: 'Too many new passwords were asked for.' },
  'system tried': { most: 60, seconds: HOUR, words: 'Too many tries in a short time.' },
  'letter tried': { most: 20, seconds: HOUR, words: 'Too many letters were tried.' },
  stream: { most: 60, seconds: 60, words: 'Too many windows were opened in a short time.' },
} as const satisfies Record<string, Limit>
export type LimitName = keyof typeof LIMITS

const limitOf = (name: LimitName): Limit => LIMITS[name]
const keyOf = (name: LimitName, whose: string) => `${name} ${whose}`

/** Seconds to wait once `count` have been taken of a limit. */
export function waitAfter(limit: Limit, count: number): number {
  if (count < limit.most) return 0
  if (!limit.grows) return limit.seconds
  return Math.min(limit.grows.from * 2 ** Math.min(count - limit.most, 20), limit.grows.to)
}

const inWords = (seconds: number) =>
  seconds < 120 ? `${seconds} second${seconds === 1 ? '' : 's'}` : `${Math.ceil(seconds / 60)} minutes`
const tooMany = (limit: Limit, seconds: number) =>
  new Problem(
    'slow-down',
    `${limit.words} Wait ${inWords(Math.max(1, Math.ceil(seconds)))}, then try again.`,
    {},
    { wait: Math.max(1, Math.ceil(seconds)) },
  )

/**
 * Takes `n` of what somebody may have of a limit, before it is known how it will end. Throws the wait when nothing is left.
 * Returns how many have been taken now.
 */
export const take = async (name: LimitName, whose: string, n = 1): Promise<number> =>
  (await takeCounted(name, whose, n)).count

/** The same, with the seconds until what was taken counts no more. */
export async function takeCounted(name: LimitName, whose: string, n = 1): Promise<{ count: number; resets: number }> {
  const limit = limitOf(name)
  const key = keyOf(name, whose)
  return write(async (tx) => {
    const [row] = await tx.select().from(attempts).where(eq(attempts.key, key))
    const at = now()
    const live = row && row.until > at ? row : null
    // With growing waits, `until` ends the wait while the count goes on for as long as tries come within the window.
    const waits = row && row.count >= limit.most && row.until > at
    if (waits) throw tooMany(limit, (Date.parse(row.until) - Date.parse(at)) / 1000)
    const before = limit.grows ? (row && row.until > later(-limit.seconds) ? row.count : 0) : (live?.count ?? 0)
    const count = before + n
    if (count > limit.most && !limit.grows)
      throw tooMany(limit, live ? (Date.parse(live.until) - Date.parse(at)) / 1000 : limit.seconds)
    const until = limit.grows ? later(waitAfter(limit, count)) : (live?.until ?? later(limit.seconds))
    await tx
      .insert(attempts)
      .values({ key, count, until })
      .onConflictDoUpdate({ target: attempts.key, set: { count, until } })
    return { count, resets: Math.max(0, Math.ceil((Date.parse(until) - Date.parse(at)) / 1000)) }
  })
}

/** Forgets what was counted: the right one came. */
export async function forgive(name: LimitName, whose: string): Promise<void> {
  await write((tx) => tx.delete(attempts).where(eq(attempts.key, keyOf(name, whose))))
}

/** Removes what has been over for a day. */
export async function sweepThrottle(): Promise<void> {
  await write((tx) => tx.delete(attempts).where(lt(attempts.until, later(-86_400))))
}
