import type { FieldSpec } from '../document/field'
import type { PaperDocument } from '../document/model'
import { mapFields } from '../document/walk'

const CHILD = 'guest'
const GUARDIAN = 'guardian'

/** Whether a paper knows of somebody who signs for a child. */
export const takesChildren = (document: Pick<PaperDocument, 'parties'>): boolean =>
  document.parties.some((p) => p.key === CHILD) && document.parties.some((p) => p.key === GUARDIAN)

/**
 * A child's paper as their guardian fills it alone: what the child would answer is asked of the guardian, with the child's
 * name beside it so that several children's answers stay apart, and where the child's name goes it stands already.
 */
export function signedFor(document: PaperDocument, child: string): PaperDocument {
  const change = <F extends FieldSpec>(f: F): F =>
    f.party !== CHILD
      ? f
      : {
          ...f,
          party: GUARDIAN,
          label: `${f.label} (${child})`.slice(0, 200),
          ...(f.type === 'name' ? { preset: child } : {}),
        }
  return {
    ...mapFields(document, change),
    parties: document.parties.filter((p) => p.key !== CHILD),
    ...(document.initials ? { initials: document.initials.filter((k) => k !== CHILD) } : {}),
  }
}

/** Why somebody can't sign for some children on a day; null where they can. Days as `2026-06-14`. */
export function guardianProblem(
  guardian: { name: string; born: string | null },
  children: readonly { name: string; born: string | null }[],
  underAge: (born: string) => boolean,
): { at: number | null; words: 'guardian-young' | 'of-age' | 'same' | 'twice' } | null {
  if (guardian.born && underAge(guardian.born)) return { at: null, words: 'guardian-young' }
  const bare = (s: string) => s.normalize('NFKC').trim().toLowerCase().replace(/\s+/g, ' ')
  for (const [i, child] of children.entries()) {
    if (bare(child.name) === bare(guardian.name) && (!guardian.born || child.born === guardian.born))
      return { at: i, words: 'same' }
    if (children.findIndex((c) => bare(c.name) === bare(child.name) && c.born === child.born) < i)
      return { at: i, words: 'twice' }
    if (child.born && !underAge(child.born)) return { at: i, words: 'of-age' }
  }
  return null
}
