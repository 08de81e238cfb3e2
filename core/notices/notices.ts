import type { Role } from '../members/rights'

/** What members can be told of. */
export const noticeKinds = ['signed', 'declined', 'asks', 'money', 'trouble', 'mine', 'came'] as const
export type NoticeKind = (typeof noticeKinds)[number]
export const NOTICE_WORDS: Record<NoticeKind, { label: string; hint: string }> = {
  signed: { label: 'Signed and accepted', hint: 'a quote is accepted, a paper is signed by all' },
  declined: { label: 'Declined or lapsed', hint: 'somebody says no, passes it on, or its time is over' },
  asks: { label: 'Questions', hint: 'a signer asks something, or writes back' },
  money: { label: 'Money', hint: 'something is paid, or given back' },
  trouble: { label: 'Trouble', hint: 'a letter comes back, an invoice can’t be raised, somebody is locked out' },
  mine: { label: 'Mine to do', hint: 'a task or a check is given to me, a host is wanted' },
  came: { label: 'New from outside', hint: 'somebody answers a standing link or their own page' },
}

/** How a member is told: in the list of Upwold, by mail or text at once, or in the letter of the day. */
export const noticeWays = ['here', 'mail', 'text', 'daily'] as const
export type NoticeWay = (typeof noticeWays)[number]
export const WAY_WORDS: Record<NoticeWay, string> = {
  here: 'in Upwold',
  mail: 'by mail, at once',
  text: 'by text, at once',
  daily: 'in the daily letter',
}
export type NoticeChoices = Partial<Record<NoticeKind, readonly NoticeWay[]>>

/** What owners begin with. */
const FIRST: Record<NoticeKind, readonly NoticeWay[]> = {
  signed: ['here', 'mail'],
  declined: ['here', 'mail'],
  asks: ['here', 'mail'],
  money: ['here', 'mail'],
  trouble: ['here', 'mail'],
  mine: ['here', 'mail'],
  came: ['here'],
}

/** What a role begins with: owners hear of everything by mail too, managers read it in the list, the others what is theirs. */
const firstOf = (kind: NoticeKind, role: Role): readonly NoticeWay[] =>
  role === 'owner' || kind === 'mine' ? FIRST[kind] : role === 'manager' ? ['here'] : []

/**
 * How a member is told of something of a kind. What they chose counts, else what their role begins with. A text needs a number,
 * and the letter of the day says nothing that came by mail already.
 */
export function waysOf(
  kind: NoticeKind,
  { choices, role, phone }: { choices: NoticeChoices | null; role: Role; phone: string },
): readonly NoticeWay[] {
  const chosen = choices?.[kind] ?? firstOf(kind, role)
  return noticeWays.filter(
    (w) => chosen.includes(w) && (w !== 'text' || phone !== '') && (w !== 'daily' || !chosen.includes('mail')),
  )
}
