/** What is marked of a visit, each with an id and a time of its own: given again, late or out of order it comes to the same. */
export const markKinds = ['expected', 'here', 'gone', 'turned away'] as const
export type MarkKind = (typeof markKinds)[number]
export interface VisitMark {
  id: string
  kind: MarkKind
  /** When it was done, an instant; the device that did it says so. */
  at: string
  /** Who stood at the desk. */
  by: string
  words: string
  /** Who came with them; null where nobody is said. */
  withId: string | null
}

/** How a visit stands: `expected` until something is marked of it, or where a mark was taken back. */
export interface Visit {
  state: MarkKind
  /** Since when; null while nobody marked anything. */
  since: string | null
  by: string | null
  words: string
  /** When they came, also after they have gone. */
  cameAt: string | null
  /** Who came with them, as long as they haven't gone back to being expected. */
  withId: string | null
}

const order = (a: VisitMark, b: VisitMark): number => (a.at === b.at ? (a.id < b.id ? -1 : 1) : a.at < b.at ? -1 : 1)

/** A visit of its marks: the last by its time counts; of two at one instant the greater id. */
export function visitOf(marks: readonly VisitMark[]): Visit {
  const each = [...new Map(marks.map((m) => [m.id, m])).values()].sort(order)
  const last = each.at(-1)
  const came = last && last.kind !== 'expected' ? each.findLast((m) => m.kind === 'here') : undefined
  const undone = each.findLast((m) => m.kind === 'expected')
  const arrival = came && (!undone || order(undone, came) < 0) ? came : undefined
  return {
    state: last?.kind ?? 'expected',
    since: last?.at ?? null,
    by: last?.by ?? null,
    words: last?.words ?? '',
    cameAt: arrival?.at ?? null,
    withId: arrival?.withId ?? null,
  }
}
