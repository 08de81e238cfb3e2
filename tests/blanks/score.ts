import { type Area, overlap } from '../../core/blanks/ink'

/** A blank as somebody who looked would mark it. */
export interface Truth extends Area {
  page: number
  type: string
  party: string
  /** White space whose end nothing marks: how wide it is can’t be said. */
  open?: boolean
}
export interface Score {
  truths: number
  found: number
  matched: number
  type: number
  party: number
  missed: Truth[]
  extra: Truth[]
  wrong: { truth: Truth; type: string; party: string }[]
}

/**
 * Whether a finding is at a marked place: at least half of the narrower one's width is common, and their lower edges, or
 * the areas, agree. A line to write on has no height of its own, so heights aren't compared.
 */
function same(a: Truth, b: Truth): boolean {
  if (a.page !== b.page) return false
  if (a.open && Math.abs(a.x - b.x) < 14 && Math.abs(a.y + a.h - b.y - b.h) < 8) return true
  const wide = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)
  const tall = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y)
  // On a page that stands sideways lines run down.
  const down = a.h > 3 * a.w && tall > 0.6 * Math.max(a.h, b.h) && overlap(a, b) > 0.8 * Math.min(a.w * a.h, b.w * b.h)
  if (wide < 0.6 * Math.max(a.w, b.w)) return down
  const low = Math.abs(a.y + a.h - b.y - b.h) < Math.max(5, 0.35 * Math.min(a.h, b.h))
  return low || overlap(a, b) > 0.5 * Math.min(a.w * a.h, b.w * b.h)
}

/** Compares findings with the truth, one to one, nearest first. */
export function scoreOf(truth: readonly Truth[], found: readonly Truth[]): Score {
  const left = [...found]
  const score: Score = {
    truths: truth.length,
    found: found.length,
    matched: 0,
    type: 0,
    party: 0,
    missed: [],
    extra: [],
    wrong: [],
  }
  for (const t of truth) {
    const hits = left
      .filter((f) => same(t, f))
      .sort((a, b) => Math.abs(a.y - t.y) + Math.abs(a.x - t.x) - Math.abs(b.y - t.y) - Math.abs(b.x - t.x))
    const hit = hits[0]
    if (!hit) {
      score.missed.push(t)
      continue
    }
    left.splice(left.indexOf(hit), 1)
    score.matched += 1
    if (hit.type === t.type) score.type += 1
    if (hit.party === t.party) score.party += 1
    if (hit.type !== t.type || hit.party !== t.party) score.wrong.push({ truth: t, type: hit.type, party: hit.party })
  }
  score.extra = left
  return score
}
