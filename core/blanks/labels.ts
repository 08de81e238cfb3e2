import type { Candidate } from './candidate'
import { type Area, bottom, right, shared } from './ink'
import type { Phrase } from './lines'
import type { Scene } from './scene'

/** The words around a place, by where they stand. */
export interface Beside {
  left: string
  /** Everything before it on its line. */
  sentence: string
  right: string
  above: string
  below: string
  /** How far above and below are, in points. */
  aboveGap: number
  belowGap: number
  leftGap: number
  rightGap: number
  /** The words right of it stand before another place, and label that one. */
  rightLeads: boolean
  /** Where the phrase above stands, to tell apart who it belongs to. */
  abovePhrase: Phrase | null
  belowPhrase: Phrase | null
}

const NONE = Number.POSITIVE_INFINITY

/** Reads the words left, right, above and below a place; other places end a label. */
export function wordsBeside(s: Scene, c: Candidate, all: readonly Candidate[]): Beside {
  const boxed = ['tick', 'box', 'comb', 'cell', 'form field'].includes(c.how)
  const midY = boxed ? c.y + c.h / 2 : c.base - 0.3 * c.size
  const level = (p: Phrase) => {
    const my = p.base - 0.3 * p.size
    return Math.abs(my - midY) <= Math.max(4, 0.6 * p.size) || (c.h > 14 && c.h < 40 && my > c.y && my < bottom(c) + 1)
  }
  const others = all.filter((o) => o !== c && Math.abs(o.y + o.h / 2 - midY) < Math.max(7, 0.7 * o.h))
  const edgeLeft = Math.max(0, ...others.filter((o) => right(o) <= c.x + 2).map(right))
  const edgeRight = Math.min(s.ink.width, ...others.filter((o) => o.x >= right(c) - 2).map((o) => o.x))
  const row = s.phrases.filter(level)
  const lefts = row
    .filter((p) => right(p) <= c.x + 4 && right(p) > edgeLeft + 1 && c.x - right(p) < 220)
    .sort((a, b) => right(b) - right(a))
  const rights = row
    .filter((p) => p.x >= right(c) - 4 && p.x < edgeRight - 1 && p.x - right(c) < 40)
    .sort((a, b) => a.x - b.x)
  const overlaps = (p: Phrase, by: number) => shared(p.x, right(p), c.x - 3, right(c) + 3) > by * Math.min(p.w, c.w)
  const taken = (p: Phrase, toward: 'up' | 'down'): boolean =>
    // Words on the line of another place that follows them are that one's label.
    all.some(
      (o) =>
        o !== c &&
        o.x >= right(p) - 4 &&
        o.x - right(p) < 60 &&
        Math.abs(o.base - p.base) < Math.max(7, o.h * 0.6) &&
        (o.how !== 'tick' || o.x - right(p) < 14) &&
        (toward === 'down' || p.text.length < 60),
    )
  const belows = s.phrases
    .filter(
      (p) =>
        p.base - 0.74 * p.size >= bottom(c) - 3 &&
        p.base - 0.74 * p.size - bottom(c) < 14 &&
        overlaps(p, 0.5) &&
        !taken(p, 'down'),
    )
    .sort((a, b) => a.base - b.base)
  const aboves = s.phrases
    .filter((p) => p.base <= c.y + Math.max(4, 0.3 * c.h) && c.y - p.base < 24 && overlaps(p, 0.4) && !taken(p, 'up'))
    .sort((a, b) => b.base - a.base)
  // A sentence goes on in the next line.
  const wraps = c.inText && !rights.length && edgeRight === s.ink.width && right(c) > s.right - 12 * c.size
  const next = wraps
    ? s.phrases.filter((p) => p.base - c.base > 4 && p.base - c.base < 2.2 * c.size).sort((a, b) => a.x - b.x)[0]
    : undefined
  if (next && next.x < s.left + 40) rights.push({ ...next, x: right(c) + 2 })
  const last = rights[0]
  if (c.inText && last && last.text.length < 16 && right(last) > s.right - 8 * c.size) {
    const on = s.phrases
      .filter((p) => p.base - c.base > 4 && p.base - c.base < 2.2 * c.size)
      .sort((a, b) => a.x - b.x)[0]
    if (on && on.x < s.left + 40) rights[0] = { ...last, text: `${last.text} ${on.text}` }
  }
  const ahead = s.lines.find((l) => Math.abs(l.base - c.base) < Math.max(2, 0.4 * c.size))
  // Lines with boxes in them stand as far apart as these are high.
  const spacing = Math.max(2.2 * c.size, c.how === 'box' ? c.h + 0.8 * c.size : 0)
  const over = s.lines.filter((l) => c.base - l.base > 4 && c.base - l.base < spacing).at(-1)
  const endOf = (l: { base: number; parts: readonly Area[] }) =>
    Math.max(right(l.parts.at(-1)!), ...all.filter((o) => o.inText && Math.abs(o.base - l.base) < 4).map(right))
  const flows = c.inText && over && endOf(over) > s.right - 10 * c.size
  const sentence = [...(flows ? over.parts : []), ...(ahead?.parts ?? []).filter((p) => p.x < c.x)]
    .map((p) => (p.is === 'filler' ? '' : p.text))
    .join(' ')
  const lead = flows && !lefts.length ? over.parts.filter((p) => p.is === 'phrase').at(-1) : undefined
  if (lead && c.x < s.left + 6) lefts.push({ ...lead, x: c.x - 2 - lead.w } as Phrase)
  const below = c.caption ?? belows[0] ?? null
  const above = aboves[0] ?? null
  return {
    left: lefts[0]?.text ?? '',
    sentence,
    right: rights[0]?.text ?? '',
    above: above?.text ?? '',
    below: below?.text ?? '',
    leftGap: lefts[0] ? c.x - right(lefts[0]) : NONE,
    rightLeads: !!rights[0] && others.some((o) => o.x >= right(rights[0]!) - 2 && o.x - right(rights[0]!) < 14),
    rightGap: rights[0] ? rights[0].x - right(c) : NONE,
    aboveGap: above ? c.y + (boxed ? 0 : Math.min(c.h, 10)) - above.base : NONE,
    belowGap: below ? below.base - 0.74 * below.size - bottom(c) : NONE,
    abovePhrase: above,
    belowPhrase: below,
  }
}

/** A heading over places: whose part of the page begins there, and over which columns. */
export interface Heading extends Area {
  text: string
  base: number
  strong: boolean
}

/** Lines that head what follows: set apart by weight, size, capitals or a colon, with no place of their own on them. */
export function headingsOf(s: Scene, all: readonly Candidate[], blockWords: (text: string) => boolean): Heading[] {
  const out: Heading[] = []
  for (const line of s.lines) {
    for (const p of line.parts) {
      if (p.is !== 'phrase') continue
      const text = p.text.trim()
      if (text.length > 90 || !/\p{L}{3}/u.test(text)) continue
      const caps = text === text.toUpperCase() && /\p{Lu}{4}/u.test(text)
      if (
        s.grids.some(
          (g) =>
            g.cells.length >= 4 &&
            g.cells.some(
              (c) =>
                c.columns < g.columns &&
                p.x >= c.x - 1 &&
                right(p) <= right(c) + 1 &&
                p.base > c.y &&
                p.base < bottom(c) + 1,
            ),
        )
      )
        continue
      const strong = p.bold || p.size > 1.12 * s.body || caps
      const led = /:$/.test(text) || blockWords(text)
      if (!strong && !led) continue
      const labels = all.some(
        (c) =>
          Math.abs(c.base - p.base) < Math.max(7, 0.6 * c.h) &&
          ((c.x >= right(p) - 4 && c.x - right(p) < 90) ||
            (c.how === 'tick' && right(c) <= p.x + 2 && p.x - right(c) < 20)),
      )
      const captions = all.some(
        (c) =>
          c.how !== 'tick' &&
          c.how !== 'cell' &&
          p.base - 0.74 * p.size - bottom(c) > -3 &&
          p.base - 0.74 * p.size - bottom(c) < 9 &&
          shared(p.x, right(p), c.x, right(c)) > 0.5 * Math.min(p.w, c.w),
      )
      if (labels || (captions && !strong)) continue
      out.push({ x: p.x, y: p.y, w: p.w, h: p.h, base: p.base, text, strong })
    }
  }
  return out
}
