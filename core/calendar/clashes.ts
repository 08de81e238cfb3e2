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
const minutes = (local: string) => Date.parse(`${local}Z`) / 60_000
/** Spans are held against many others: what they come to is worked out once. */
const known = new WeakMap<Span, [number, number]>()
function range(span: Span): [number, number] {
  const there = known.get(span)
  if (there) return there
  const from = minutes(span.starts)
  const made: [number, number] = [from, span.ends ? Math.max(minutes(span.ends), from) : from + HOUR]
  known.set(span, made)
  return made
}
/** Whether two stretches of time meet; one that ends when the other begins doesn't. */
export function meets(a: Span, b: Span): boolean {
  const [a0, a1] = range(a)
  const [b0, b1] = range(b)
  return a0 < b1 && b0 < a1
}
const samePlace = (text: string) =>
  text
    .toLowerCase()
    .replace(/[\s,.;]+/g, ' ')
    .trim()

const DAY = 24 * HOUR
/** Beyond so many days a stretch is looked at on every day. */
const LONG = 400
/** The days some stretches of time touch, as numbers; null where they are too many to be told one by one. */
function daysOf(spans: readonly Span[]): number[] | null {
  const days = new Set<number>()
  for (const span of spans) {
    const [from, to] = range(span)
    if (to - from > LONG * DAY) return null
    for (let d = Math.floor(from / DAY); d <= Math.floor(to / DAY); d += 1) days.add(d)
  }
  return [...days]
}

/**
 * Finds what meets what among many: only those at the same place, or with one of the same people, on one of the same days are
 * held against each other. The same as {@link clashesOf} with all of them.
 */
export function clashFinder(all: readonly Booked[]): (mine: Booked) => Clash[] {
  const keysOf = (b: Booked) => {
    const place = samePlace(b.place)
    return [...(place ? [`p ${place}`] : []), ...b.members.map((m) => `m ${m}`)]
  }
  /** By key and day; those of every day under the key alone. */
  const by = new Map<string, number[]>()
  /** Everything of a key, for what is itself on every day. */
  const whole = new Map<string, number[]>()
  const put = (map: Map<string, number[]>, key: string, n: number) => map.get(key)?.push(n) ?? map.set(key, [n])
  for (const [n, b] of all.entries()) {
    const days = daysOf(b.spans)
    for (const key of keysOf(b)) {
      put(whole, key, n)
      if (days) for (const d of days) put(by, `${key} ${d}`, n)
      else put(by, key, n)
    }
  }
  return (mine) => {
    const days = daysOf(mine.spans)
    const near = keysOf(mine).flatMap((key) =>
      days ? [...(by.get(key) ?? []), ...days.flatMap((d) => by.get(`${key} ${d}`) ?? [])] : (whole.get(key) ?? []),
    )
    return clashesOf(
      mine,
      [...new Set(near)].sort((a, b) => a - b).map((n) => all[n]!),
    )
  }
}

/** Where something meets others at the same time: at the same place, or with the same people. */
export function clashesOf(mine: Booked, others: readonly Booked[]): Clash[] {
  const place = samePlace(mine.place)
  return others.flatMap((o): Clash[] => {
    if (o.id === mine.id || !mine.spans.some((a) => o.spans.some((b) => meets(a, b)))) return []
    const what = { id: o.id, title: o.title }
    return [
      ...(place && samePlace(o.place) === place ? [{ kind: 'place' as const, of: mine.place.trim(), with: what }] : []),
      ...mine.members.filter((m) => o.members.includes(m)).map((m) => ({ kind: 'member' as const, of: m, with: what })),
    ]
  })
}
