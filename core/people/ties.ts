/** What two people, or a person and an organisation, have to do with each other, seen from the first. */
export const tieKinds = ['works-at', 'guardian-of'] as const
export type TieKind = (typeof tieKinds)[number]

/** A tie as it is said on the page of one of the two. */
export const TIE_WORDS: Record<TieKind, { from: string; to: string }> = {
  'works-at': { from: 'At', to: 'Works there' },
  'guardian-of': { from: 'Guardian of', to: 'Guardian' },
}

interface Two {
  id: string
  kind: 'person' | 'organisation'
  /** Day of birth, where it is known. */
  born: string | null
}
/**
 * Why two can't be tied so; null where they can. `ofAge` says whether somebody born on a day is grown up. A guardian is a grown
 * person, the child a person who isn't; one works at an organisation.
 */
export function refuseTie(kind: TieKind, from: Two, to: Two, ofAge: (born: string) => boolean): string | null {
  if (from.id === to.id) return 'Nobody stands so to themselves.'
  if (kind === 'works-at') {
    if (from.kind !== 'person') return 'Only a person works somewhere.'
    return to.kind === 'organisation' ? null : 'Say first that this is an organisation.'
  }
  if (from.kind !== 'person' || to.kind !== 'person') return 'Only people are guardians, of people.'
  if (from.born && !ofAge(from.born)) return 'A guardian is grown up.'
  return to.born && ofAge(to.born) ? 'They are grown up, and need no guardian.' : null
}
