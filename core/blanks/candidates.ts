import { asks, type Candidate, runsOn, isBorder, labelLike, near } from './candidate'
import { bottom, right, shared } from './ink'
import { withinWord } from './listing'
import type { Phrase } from './lines'
import type { Rule } from './rules'
import { type Scene, roomAbove } from './scene'

/** Dashes typed under words, as long as they are: what a typewriter has for a heading's rule. */
const underlines = (s: Scene, f: Scene['fillers'][number]): boolean =>
  s.lines.some(
    (l) =>
      l.base < f.base &&
      f.base - l.base < 1.6 * f.size &&
      near(l.parts[0]!.x, f.x, 3) &&
      near(right(l.parts.at(-1)!), right(f), 0.6 * f.size),
  )

/** Runs of characters, with leaders (dots that lead to a number) left out. */
export function fillerCandidates(s: Scene): Candidate[] {
  const ends = new Map<number, number>()
  const trailing = (i: number, line: Scene['lines'][number]) => line.parts.slice(i + 1)
  const isLeader = (f: Scene['fillers'][number]): boolean => {
    if (f.kind !== 'dots' && f.kind !== 'dashes') return false
    const after = trailing(f.index, f.line)
    if (after.length !== 1 || after[0]!.is !== 'phrase' || f.index === 0) return false
    const text = after[0]!.text.trim()
    return /^[£$€]?\s?\(?\d[\d.,]*\s?([%€£$]|eur|gbp|usd|chf|kr)?\)?$|^[ivxlc]{1,6}$|^(p\.|page|seite|s\.)\s?\d+$/i.test(
      text,
    )
  }
  for (const f of s.fillers) if (isLeader(f)) ends.set(f.line.base, right(f.line.parts.at(-1)!))
  // Leaders come in rows whose ends line up; then a word at the end is led to as well.
  const ledTo = (f: Scene['fillers'][number]): boolean => {
    if (isLeader(f)) return true
    if (f.kind !== 'dots') return false
    const after = trailing(f.index, f.line)
    if (after.length !== 1 || after[0]!.is !== 'phrase' || f.index === 0 || ends.size < 2) return false
    return [...ends.values()].filter((e) => Math.abs(e - right(after[0]!)) < 3).length >= 2
  }
  return s.fillers.flatMap((f): Candidate[] => {
    if (s.listing.has(f.line) || withinWord(f.line, f.index) || ledTo(f)) return []
    if (f.kind === 'box' || f.kind === 'ring') {
      const size = Math.min(f.size, Math.max(f.w, 5))
      return [{ how: 'tick', x: f.x, y: f.base - 0.76 * f.size, w: size, h: 0.86 * f.size, base: f.base, size: f.size }]
    }
    if (f.kind === 'brackets' && f.w < 3.2 * f.size)
      return [{ how: 'tick', x: f.x, y: f.base - 0.8 * f.size, w: f.w, h: f.size, base: f.base, size: f.size }]
    const alone = f.line.parts.length === 1
    const how =
      f.kind === 'underscore' ? 'underscores' : f.kind === 'dots' ? 'dots' : f.kind === 'dashes' ? 'dashes' : f.kind
    if (
      how === 'dashes' &&
      !f.line.parts.slice(0, f.index).some((p) => p.is === 'phrase') &&
      f.w > 0.8 * (s.right - s.left)
    )
      return []
    if (alone && how === 'dashes' && underlines(s, f)) return []
    const room = roomAbove(s, f.x, right(f), f.base - 0.2 * f.size)
    const h = alone ? Math.max(0.95 * f.size, Math.min(1.7 * f.size, room - 1)) : 0.95 * f.size
    const low = f.base + 0.22 * f.size
    return [
      {
        how,
        x: f.x,
        w: f.w,
        y: low - h - 0.1 * f.size,
        h: h + 0.1 * f.size,
        base: f.base,
        size: f.size,
        inText: !alone,
      },
    ]
  })
}

interface Line extends Rule {
  /** Where writing begins: after words that stand on the rule. */
  from: number
  label?: Phrase
}

const standsOn = (s: Scene, r: Rule): boolean =>
  s.phrases.some(
    (p) => p.base <= r.y + 1.2 && p.base > r.y - 1.3 * p.size && shared(p.x, right(p), r.x1, r.x2) > 0.5 * p.w,
  )
/** Rules that touch one at its ends, and those that touch these: the same row of a table. */
function inRow(s: Scene, r: Rule): Rule[] {
  const level = s.rules.level.filter((o) => near(o.y, r.y, 1))
  const row = [r]
  for (const one of row)
    row.push(...level.filter((o) => !row.includes(o) && (near(o.x1, one.x2, 3) || near(o.x2, one.x1, 3))))
  return row.slice(1)
}
/** Rules as long as one, right over or under it: the same column of a table. */
const column = (s: Scene, r: Rule): Rule[] =>
  s.rules.level.filter((o) => o !== r && near(o.x1, r.x1, 2) && near(o.x2, r.x2, 2) && Math.abs(o.y - r.y) < 120)
/** A running head or foot: words on a long rule with nothing of the page above them, or below. */
const atEdge = (s: Scene, r: Rule, words: Phrase): boolean =>
  r.x2 - r.x1 > 0.5 * (s.right - s.left) &&
  (s.phrases.every((p) => p.base > words.base - 2) || s.phrases.every((p) => p.base < words.base + 4))

/** Rules that could be written on, each with the words that stand on it. */
function writingRules(s: Scene, known: (text: string) => boolean, used: ReadonlySet<Rule>): Line[] {
  const wide = Math.max(60, s.right - s.left)
  // Names of underscores in source code, and what sets it off below.
  const code = [...s.listing]
  const from = Math.min(...code.map((l) => l.parts[0]!.x))
  const coded = (r: Rule) =>
    code.some((l) => r.y > l.base - 0.6 * l.size && r.y < l.base + (r.x1 > from - 24 ? 3.2 : 0.6) * l.size)
  return s.rules.level.flatMap((r): Line[] => {
    if (coded(r) || used.has(r) || r.thick > 2.6 || isBorder(s, r)) return []
    const w = r.x2 - r.x1
    // An axis, or a corner of something drawn.
    if (
      s.rules.uprightBorders.some(
        (u) => u.x2 - u.x1 > 24 && (near(u.y, r.x1) || near(u.y, r.x2)) && r.y > u.x1 - 2 && r.y < u.x2 + 2,
      )
    )
      return []
    const struck = s.phrases.some(
      (p) =>
        shared(p.x, right(p), r.x1, r.x2) > 0.5 * Math.min(p.w, w) &&
        r.y < p.base - 0.1 * p.size &&
        r.y > p.base - 0.66 * p.size,
    )
    if (struck) return []
    const on = s.phrases
      .filter(
        (p) =>
          p.base <= r.y + 1.2 && p.base > r.y - Math.max(3.4, 0.34 * p.size) && shared(p.x, right(p), r.x1, r.x2) > 1,
      )
      .sort((a, b) => a.x - b.x)
    const cover = on.reduce((sum, p) => sum + shared(p.x, right(p), r.x1, r.x2), 0)
    const first = on[0]
    if (on.length) {
      const title = first!.bold || first!.size > 1.12 * s.body
      const lead = on.length === 1 && near(first!.x, r.x1, 8) && right(first!) < r.x2 - 40
      if (!lead || cover > 0.6 * w || (title && !asks(first!.text)) || first!.text.length > 60) return []
      if (!asks(first!.text) && !known(first!.text) && (atEdge(s, r, first!) || inRow(s, r).length)) return []
      return [{ ...r, from: right(first!) + 3, label: first }]
    }
    // A hole in a row of a table whose columns are filled elsewhere.
    const beside = inRow(s, r)
    if (beside.some((o) => standsOn(s, o)) && column(s, r).some((o) => standsOn(s, o))) return []
    // Words high above the rule but still in its row: a form ruled row by row.
    const row = s.phrases.filter(
      (p) => p.base <= r.y - 3 && p.base > r.y - 1.35 * p.size && shared(p.x, right(p), r.x1, r.x2) > 1,
    )
    if (row.length && w > 0.5 * wide) {
      const lead = row.length === 1 && near(row[0]!.x, r.x1, 8) && right(row[0]!) < r.x1 + 0.5 * w
      const kin = s.rules.level.filter(
        (o) => o !== r && near(o.x1, r.x1) && near(o.x2, r.x2) && Math.abs(o.y - r.y) < 45,
      ).length
      const title = row[0]!.bold || row[0]!.size > 1.12 * s.body
      if (!asks(row[0]!.text) && atEdge(s, r, row[0]!)) return []
      if (!lead || title || (!kin && !asks(row[0]!.text)) || !labelLike(row[0]!.text)) return []
      return [{ ...r, from: right(row[0]!) + 4, label: row[0]! }]
    }
    // The border under a filled cell, where each cell of a row has its own.
    if (beside.length && column(s, r).length && row.length && !row.some((p) => asks(p.text) || known(p.text))) return []
    return [{ ...r, from: r.x1 }]
  })
}

/** Captions under a rule, from left to right. */
function captionsUnder(s: Scene, r: { x1: number; x2: number; y: number }): Phrase[] {
  const below = s.phrases.filter((p) => {
    const top = p.base - 0.74 * p.size
    const gap = top - r.y
    return (
      gap > -1.5 &&
      gap < Math.max(9, 1.05 * p.size) &&
      shared(p.x, right(p), r.x1, r.x2) > 0.55 * Math.min(p.w, r.x2 - r.x1)
    )
  })
  const firstBase = Math.min(...below.map((p) => p.base))
  return below.filter((p) => p.base - firstBase < 2).sort((a, b) => a.x - b.x)
}

/** Drawn rules to write on. `known` tells whether words name a kind of blank. */
export function ruleCandidates(s: Scene, known: (text: string) => boolean, used: ReadonlySet<Rule>): Candidate[] {
  const lines = writingRules(s, known, used)
  const out: Candidate[] = []
  for (const r of lines) {
    const w = r.x2 - r.from
    if (w < 12) continue
    const onLine = s.phrases.filter(
      (p) => p.base > r.y - 9 && p.base < r.y + 4 && (right(p) <= r.from + 4 || p.x >= r.x2 - 4),
    )
    const besides = onLine.some((p) => (right(p) <= r.from + 4 ? r.from - right(p) < 14 : p.x - r.x2 < 14))
    if (w < 24 && !(besides && onLine.length)) continue
    const captions = r.label ? [] : captionsUnder(s, r)
    // A row of a chart: only numbers under it.
    if (captions.length >= 3 && captions.every((c) => /^[\d.,%£$€ -]+$/.test(c.text))) continue
    const split =
      !besides && captions.length >= 2 && captions.filter((c) => known(c.text)).length * 2 >= captions.length && w > 150
        ? captions
        : null
    const room = roomAbove(s, r.from, r.x2, r.y)
    const h = Math.max(9, Math.min(26, room - 1.5))
    const make = (x1: number, x2: number, caption?: Phrase): void => {
      out.push({
        how: 'rule',
        x: x1,
        w: x2 - x1,
        y: r.y - h,
        h: h + 1,
        base: r.y - 1,
        size: s.body,
        row: r.label?.text,
        caption,
        inText:
          !r.label &&
          onLine.some((p) =>
            right(p) <= r.from + 4
              ? r.from - right(p) < 14 && runsOn(p.text)
              : p.x - r.x2 < 14 && /^[\p{Ll},.(]/u.test(p.text),
          ),
      })
    }
    if (split) {
      const leftSet = near(split[0]!.x, r.x1, 6)
      split.forEach((c, i) => {
        const next = split[i + 1]
        const before = split[i - 1]
        const x1 = !before ? r.x1 : leftSet ? c.x : (right(before) + c.x) / 2
        const x2 = !next ? r.x2 : leftSet ? next.x - 8 : (right(c) + next.x) / 2
        make(x1, x2, c)
      })
    } else {
      const caption = captions.find((c) => c.w < 1.3 * w + 10)
      make(r.from, r.x2, caption)
    }
  }
  return out
}

/** The file's own form fields. */
export const widgetCandidates = (s: Scene): Candidate[] =>
  s.ink.widgets.map((w) => ({
    how: w.kind === 'check' || w.kind === 'radio' ? 'tick' : 'form field',
    x: w.x,
    y: w.y,
    w: w.w,
    h: w.h,
    base: bottom(w) - Math.min(4, w.h * 0.25),
    size: s.body,
    named: [w.label, w.name].filter(Boolean).join(' · '),
    widget: w,
  }))
