/** What a member may do beyond seeing jobs, papers and people, which everybody who works here does. */
export const rights = ['jobs', 'papers', 'send', 'desk', 'library', 'money', 'book', 'settings', 'members'] as const
export type Right = (typeof rights)[number]

export const roles = ['owner', 'manager', 'staff', 'front desk', 'bookkeeper'] as const
export type Role = (typeof roles)[number]

/** What each role begins with. Owners always may everything; the others can be given more or less, each by themselves. */
export const RIGHTS_OF: Record<Role, readonly Right[]> = {
  owner: rights,
  manager: rights.filter((r) => r !== 'members'),
  staff: ['jobs', 'papers', 'send', 'desk', 'library', 'money'],
  'front desk': ['send', 'desk'],
  bookkeeper: ['money', 'book'],
}

/** A member's standing: their role, and what they may do instead of what the role says, where that was set. */
export interface Standing {
  role: Role
  may: readonly Right[] | null
}

/** What somebody may do, in the order of {@link rights}. */
export const rightsOf = ({ role, may }: Standing): readonly Right[] =>
  role === 'owner' || !may ? RIGHTS_OF[role] : rights.filter((r) => may.includes(r))

/** Whether somebody has one of these rights at least. */
export const mayAny = (who: Standing, wanted: readonly Right[]): boolean =>
  wanted.some((r) => rightsOf(who).includes(r))

/**
 * Why `by` may not make somebody who stands as `before` stand as `after`; null where they may. Only owners make owners and
 * change them; nobody gives away what they don’t have, nor takes it from somebody who has more than they.
 */
export function refuseStanding(by: Standing, before: Standing | null, after: Standing | null): string | null {
  if (by.role === 'owner') return null
  if (!mayAny(by, ['members'])) return 'Who works here is for others to say.'
  if (before?.role === 'owner' || after?.role === 'owner') return 'Only an owner makes or changes an owner.'
  const mine = rightsOf(by)
  const beyond = [before, after].flatMap((s) => (s ? rightsOf(s) : [])).filter((r) => !mine.includes(r))
  return beyond.length ? 'You can give or change only what you may do yourself.' : null
}
