import type { Mark, Place } from './model'

/** Fields stay this far from the edge of their page, in points. */
export const EDGE = 2
/** Edges within this distance pull a box to them. */
export const PULL = 4

export interface Size {
  w: number
  h: number
}
/** A place moved and shrunk until it keeps clear of the page's edge. */
export function within<T extends Omit<Place, 'page'>>(p: T, page: Size): T {
  const w = Math.min(p.w, page.w - 2 * EDGE)
  const h = Math.min(p.h, page.h - 2 * EDGE)
  return {
    ...p,
    w,
    h,
    x: Math.min(Math.max(p.x, EDGE), page.w - EDGE - w),
    y: Math.min(Math.max(p.y, EDGE), page.h - EDGE - h),
  }
}

const cross = (a: Place, b: Place): boolean =>
  a.page === b.page && a.x < b.x + b.w - 0.5 && b.x < a.x + a.w - 0.5 && a.y < b.y + b.h - 0.5 && b.y < a.y + a.h - 0.5
/** Pairs of marks that lie over each other. */
export function overlaps(marks: readonly Mark[]): [Mark, Mark][] {
  const out: [Mark, Mark][] = []
  const live = marks.filter((m) => m.state !== 'dismissed')
  live.forEach((a, i) => {
    for (const b of live.slice(i + 1)) if (cross(a, b)) out.push([a, b])
  })
  return out
}

/** Lines of a page that a box is pulled to: printed rules and baselines, and edges of other marks. */
export interface Guides {
  xs: readonly number[]
  ys: readonly number[]
}
const nearest = (at: number, lines: readonly number[], pull: number): number | null => {
  let best: number | null = null
  for (const l of lines)
    if (Math.abs(l - at) <= pull && (best === null || Math.abs(l - at) < Math.abs(best - at))) best = l
  return best
}
/** A box pulled to the nearest guide, by its lower edge before its upper, its left before its right. */
export function snap<T extends Omit<Place, 'page'>>(p: T, guides: Guides, pull = PULL): T {
  const low = nearest(p.y + p.h, guides.ys, pull)
  const top = low === null ? nearest(p.y, guides.ys, pull) : null
  const left = nearest(p.x, guides.xs, pull)
  const right = left === null ? nearest(p.x + p.w, guides.xs, pull) : null
  return {
    ...p,
    y: low !== null ? low - p.h : (top ?? p.y),
    x: left !== null ? left : right !== null ? right - p.w : p.x,
  }
}

export type Align = 'left' | 'right' | 'top' | 'bottom' | 'width' | 'height' | 'size' | 'across' | 'down'
/** Marks set to the first of them, or spread evenly between the outer two; the others stay. */
export function arrange(marks: readonly Mark[], ids: readonly string[], how: Align): Mark[] {
  const chosen = ids.flatMap((id) => marks.find((m) => m.id === id) ?? [])
  const lead = chosen[0]
  if (!lead || chosen.length < 2) return [...marks]
  const moved = new Map<string, Mark>()
  if (how === 'across' || how === 'down') {
    const at = how === 'across' ? 'x' : 'y'
    const long = how === 'across' ? 'w' : 'h'
    const row = [...chosen].sort((a, b) => a[at] - b[at])
    const last = row.at(-1)!
    const free = last[at] + last[long] - row[0]![at] - row.reduce((n, m) => n + m[long], 0)
    const gap = free / (row.length - 1)
    let pen = row[0]![at]
    for (const m of row) {
      moved.set(m.id, { ...m, [at]: pen })
      pen += m[long] + gap
    }
  } else
    for (const m of chosen.slice(1))
      moved.set(m.id, {
        ...m,
        ...(how === 'left' ? { x: lead.x } : {}),
        ...(how === 'right' ? { x: lead.x + lead.w - m.w } : {}),
        ...(how === 'top' ? { y: lead.y } : {}),
        ...(how === 'bottom' ? { y: lead.y + lead.h - m.h } : {}),
        ...(how === 'width' || how === 'size' ? { w: lead.w } : {}),
        ...(how === 'height' || how === 'size' ? { h: lead.h } : {}),
      })
  return marks.map((m) => moved.get(m.id) ?? m)
}

const copied = (m: Mark, id: string, more: Partial<Mark>): Mark => ({
  ...m,
  ...more,
  id,
  from: 'hand',
  why: '',
  field: { ...m.field, ...more.field },
})

/**
 * Marks of one party copied for another, beside or beneath what was copied: on each page as far on as its block is wide or
 * high. What was found and is still open where a copy comes to stand is what the copy is for. Copies keep clear of the edge.
 */
export function copyToParty(
  marks: readonly Mark[],
  ids: readonly string[],
  party: string,
  where: 'beside' | 'beneath',
  pages: readonly Size[],
  newId: () => string,
): Mark[] {
  const block = ids.flatMap((id) => marks.find((m) => m.id === id) ?? [])
  if (!block.length) return [...marks]
  const moves = new Map<number, { dx: number; dy: number }>()
  for (const page of new Set(block.map((m) => m.page))) {
    const here = block.filter((m) => m.page === page)
    const wide = Math.max(...here.map((m) => m.x + m.w)) - Math.min(...here.map((m) => m.x))
    const high = Math.max(...here.map((m) => m.y + m.h)) - Math.min(...here.map((m) => m.y))
    moves.set(page, where === 'beside' ? { dx: wide + 24, dy: 0 } : { dx: 0, dy: high + 18 })
  }
  // One field on several pages stays one for the other party, too.
  const keys = new Map<string, string>()
  const copies = block.map((m) => {
    const id = newId()
    const key = keys.get(m.field.key) ?? id
    keys.set(m.field.key, key)
    const { dx, dy } = moves.get(m.page)!
    const at = within({ x: m.x + dx, y: m.y + dy, w: m.w, h: m.h }, pages[m.page - 1]!)
    return copied(m, id, { ...at, foundParty: undefined, field: { ...m.field, key, party } })
  })
  // A blank that was proposed where a copy comes to stand is what the copy is for.
  const covered = marks.filter((m) => m.state === 'proposed' && copies.some((c) => cross(c, m)))
  return [...marks.filter((m) => !covered.includes(m)), ...copies]
}

/** Marks repeated at the same place on further pages, holding the same value there. */
export function repeatOn(
  marks: readonly Mark[],
  ids: readonly string[],
  on: readonly number[],
  pages: readonly Size[],
  newId: () => string,
): Mark[] {
  const out = [...marks]
  for (const id of ids) {
    const m = marks.find((x) => x.id === id)
    if (!m) continue
    for (const page of on) {
      if (page === m.page || page < 1 || page > pages.length) continue
      const there = out.some((x) => x.page === page && x.field.key === m.field.key)
      if (there) continue
      const at = within({ x: m.x, y: m.y, w: m.w, h: m.h }, pages[page - 1]!)
      out.push({ ...m, ...at, page, id: newId(), from: 'hand', why: '' })
    }
  }
  return out
}
