/** A stretch of time as local times, `2026-06-14T14:00`; without an end it is taken for an hour. */
export interface Span {
  starts: string
  ends: string | null
}
/** What takes time, a place and people. */
export interface Booked {
  id: string
  title: string
  spans: readonly Span[]
  /** Where; as it was typed. */
  place: string
  /** The members who are at it, by id. */
  members: readonly string[]
}
export interface Clash {
  kind: 'place' | 'member'
  /** The place, or the member's id. */
  of: string
  /** What it meets. */
  with: { id: string; title: string }
}

const HOUR = 60
const DAY = 24 * HOUR
const minutes = (local: string) => Date.parse(`${local}Z`) / 60_000
/** From and to, in minutes. */
type Range = [number, number]
function range({ starts, ends }: Span): Range {
  const from = minutes(starts)
  return [from, ends ? Math.max(minutes(ends), from) : from + HOUR]
}
const overlap = ([a0, a1]: Range, [b0, b1]: Range): boolean => a0 < b1 && b0 < a1
/** Whether two stretches of time meet; one that ends when the other begins doesn't. */
export const meets = (a: Span, b: Span): boolean => overlap(range(a), range(b))

/** What is booked as it is held against others: its stretches in minutes, its place however it was spelled. */
interface Held {
  of: Booked
  ranges: readonly Range[]
  place: string
}
const held = (of: Booked): Held => ({
  of,
  ranges: of.spans.map(range),
  place: of.place
    .toLowerCase()
    .replace(/[\s,.;]+/g, ' ')
    .trim(),
})
/** Puts where two meet at the same time to `out`. */
function put(out: Clash[], mine: Held, other: Held): void {
  if (other.of.id === mine.of.id || !mine.ranges.some((a) => other.ranges.some((b) => overlap(a, b)))) return
  const what = { id: other.of.id, title: other.of.title }
  if (mine.place && other.place === mine.place) out.push({ kind: 'place', of: mine.of.place.trim(), with: what })
  for (const m of mine.of.members) if (other.of.members.includes(m)) out.push({ kind: 'member', of: m, with: what })
}

/** Where something meets others at the same time: at the same place, or with the same people. */
export function clashesOf(mine: Booked, others: readonly Booked[]): Clash[] {
  const [out, me]: [Clash[], Held] = [[], held(mine)]
  for (const o of others) put(out, me, held(o))
  return out
}

/** Beyond so many days a stretch is looked at on every day. */
const LONG = 400
/** The days some stretches of time touch, as numbers; null where they are too many to be told one by one. */
function daysOf(ranges: readonly Range[]): number[] | null {
  const days = new Set<number>()
  for (const [from, to] of ranges) {
    if (to - from > LONG * DAY) return null
    for (let d = Math.floor(from / DAY); d <= Math.floor(to / DAY); d += 1) days.add(d)
  }
  return [...days]
}
const keysOf = ({ place, of }: Held) => [...(place ? [`p ${place}`] : []), ...of.members.map((m) => `m ${m}`)]

/**
 * Finds what meets what among many: only those at the same place, or with one of the same people, on one of the same days are
 * held against each other. The same as {@link clashesOf} with all of them, `most` of them at most.
 */
export function clashFinder(booked: readonly Booked[]): (mine: Booked, most?: number) => Clash[] {
  const all = booked.map(held)
  /** By key and day; those of every day under the key alone. */
  const by = new Map<string, number[]>()
  /** Everything of a key, for what is itself on every day. */
  const whole = new Map<string, number[]>()
  const add = (map: Map<string, number[]>, key: string, n: number) => map.get(key)?.push(n) ?? map.set(key, [n])
  for (const [n, b] of all.entries()) {
    const days = daysOf(b.ranges)
    for (const key of keysOf(b)) {
      add(whole, key, n)
      if (days) for (const d of days) add(by, `${key} ${d}`, n)
      else add(by, key, n)
    }
  }
  return (mine, most = Infinity) => {
    const me = held(mine)
    const days = daysOf(me.ranges)
    const near = new Set<number>()
    const look = (found: readonly number[] = []) => {
      for (const n of found) near.add(n)
    }
    for (const key of keysOf(me)) {
      look(days ? by.get(key) : whole.get(key))
      for (const d of days ?? []) look(by.get(`${key} ${d}`))
    }
    const out: Clash[] = []
    for (const n of [...near].sort((a, b) => a - b)) {
      put(out, me, all[n]!)
      if (out.length >= most) break
    }
    return out.slice(0, most)
  }
}
