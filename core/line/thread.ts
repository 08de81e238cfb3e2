/** What a row of a job's thread is about, for whoever looks for one sort of it. */
export const threadGroups = ['people', 'money', 'papers', 'notes'] as const
export type ThreadGroup = (typeof threadGroups)[number]

const OF: Record<string, ThreadGroup> = {
  question: 'people',
  answer: 'people',
  enquiry: 'people',
  opened: 'people',
  signed: 'people',
  declined: 'people',
  bounced: 'people',
  nudged: 'people',
  unproved: 'people',
  turn: 'people',
  accepted: 'money',
  'asked-money': 'money',
  disputed: 'money',
  invoice: 'money',
  'invoice-waits': 'money',
  paid: 'money',
  refused: 'money',
  note: 'notes',
  job: 'notes',
  changed: 'notes',
}

/** The group of a row by its type; what happens to papers, and what isn't known, is with the papers. */
export const threadGroup = (type: string): ThreadGroup => (Object.hasOwn(OF, type) ? OF[type]! : 'papers')

/** What a person's thread can be narrowed down to, beside their visits; what isn't named is about papers. */
export const personParts = {
  messages: ['question', 'answer', 'answer-in', 'enquiry', 'bounced', 'nudged', 'wrote'],
  money: [
    ...['accepted', 'asked-money', 'disputed', 'invoice', 'invoice-waits', 'invoiced', 'paid', 'paid-back', 'refused'],
    ...['credit', 'credited', 'taken-back', 'deposit-settled', 'plan'],
  ],
  notes: ['note', 'job', 'changed', 'tag', 'task', 'follow-up'],
} as const satisfies Record<string, readonly string[]>

interface Foldable {
  kind: string
  title: string
  state: string
}
export type Folded<P> = { one: P } | { many: readonly P[]; title: string; signed: number; missing: number }

/**
 * Papers of a job with those of one kind and title folded, where there are more than three of them: how many are signed and
 * how many of what is still wanted are missing. Each fold stands where the first of its papers stood.
 */
export function foldPapers<P extends Foldable>(papers: readonly P[]): Folded<P>[] {
  const out: Folded<P>[] = []
  for (const p of papers) {
    const many = papers.filter((x) => x.kind === p.kind && x.title === p.title)
    if (many.length <= 3) out.push({ one: p })
    else if (many[0] === p) {
      const live = many.filter((x) => x.state !== 'withdrawn')
      const signed = live.filter((x) => x.state === 'signed').length
      out.push({ many, title: p.title, signed, missing: live.length - signed })
    }
  }
  return out
}
