import { same } from '../tags/tags'
import type { Act, FollowUp, OccurrenceKind } from './model'

/** What an act brings about, as others can wait for it; `of` null where it can be of anything. */
function brings(act: Act): { kind: OccurrenceKind; of: string | null }[] {
  switch (act.do) {
    case 'tag':
      return [{ kind: act.on ? 'tag-on' : 'tag-off', of: act.tag }]
    case 'fact':
      return [{ kind: 'changed', of: act.fact }]
    case 'paper':
      return act.send ? [{ kind: 'asked', of: `t:${act.template}` }] : []
    case 'invoice':
      return [{ kind: 'invoiced', of: null }]
    case 'job':
      return [{ kind: 'made', of: null }]
    default:
      return []
  }
}

const leadsTo = (a: FollowUp, b: FollowUp): boolean =>
  a.steps.some(({ act }) =>
    brings(act).some(
      ({ kind, of }) =>
        kind === b.when.kind &&
        (!b.when.of || of === null || (kind.startsWith('tag-') ? same(of) === same(b.when.of) : of === b.when.of)),
    ),
  ) &&
  // What makes a job of one kind isn't followed by what is for another.
  (!b.kinds.length ||
    a.steps.some(({ act }) =>
      act.do === 'job' ? b.kinds.includes(act.kind) : !a.kinds.length || a.kinds.some((k) => b.kinds.includes(k)),
    ))

/** Follow-ups that would lead to each other in a circle, by id, the first again at the end; null where there is none. */
export function circleIn(followUps: readonly FollowUp[]): string[] | null {
  const on = followUps.filter((f) => f.on)
  const seen = new Set<string>()
  const walk = (f: FollowUp, path: string[]): string[] | null => {
    const back = path.indexOf(f.id)
    if (back >= 0) return [...path.slice(back), f.id]
    if (seen.has(f.id)) return null
    for (const next of on)
      if (leadsTo(f, next)) {
        const circle = walk(next, [...path, f.id])
        if (circle) return circle
      }
    seen.add(f.id)
    return null
  }
  for (const f of on) {
    const circle = walk(f, [])
    if (circle) return circle
  }
  return null
}
