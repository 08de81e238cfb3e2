import type { Act, FollowUp } from './model'
import { AT_ONCE } from './model'

/** A follow-up to begin with: switched off until somebody looks at it. */
export interface Starter extends Pick<FollowUp, 'when' | 'if' | 'unless' | 'steps'> {
  key: string
  title: string
}

const once = (act: Act) => ({ after: AT_ONCE, act })
const occurred = (kind: FollowUp['when']['kind'], of = '', days = 0) => ({ kind, of, days })
const given = (fact: string) => [{ fact, is: 'given' as const, value: '' }]
const mail = (to: 'client' | 'owner' | 'unsigned', subject: string, words: string): Act => ({
  do: 'message',
  to,
  member: '',
  address: '',
  by: 'mail',
  subject,
  words,
  others: [],
})

/** Six to begin with. `accounts` is whoever keeps the books: a member's id, or empty for the owner. */
export const startersFor = (accounts: string): Starter[] => [
  {
    key: 'final-invoice',
    title: 'Done and all signed: the invoice',
    when: occurred('completed'),
    if: [given('job.signed'), given('job.agreed')],
    unless: [given('job.invoiced')],
    steps: [once({ do: 'invoice' })],
  },
  {
    key: 'contract-signed',
    title: 'Contract signed: the accounts hear, and a folder is there',
    when: occurred('signed-all', 'contract'),
    if: [],
    unless: [],
    steps: [
      once({
        ...mail('owner', 'Signed: {job}', '{client} has signed the {paper}. It comes to {total}.\n\n{jobLink}'),
        ...(accounts ? { to: 'member', member: accounts } : {}),
      } as Act),
      once({ do: 'file', what: 'sealed', path: 'Clients/{client}/{year}', system: '' }),
    ],
  },
  {
    key: 'quote-waits',
    title: 'Quote unanswered for 4 days: a friendly word',
    when: occurred('unanswered', '', 4),
    if: [],
    unless: [given('job.agreed')],
    steps: [once({ do: 'remind', of: 'quote' })],
  },
  {
    key: 'waiver-missing',
    title: 'Waiver missing 2 days before: asked again',
    when: occurred('day', '', -2),
    if: [[{ fact: 'job.missing', is: 'above', value: '0' }]],
    unless: [given('job.calledOff')],
    steps: [
      once({ do: 'remind', of: 'waiver' }),
      once({ do: 'task', words: 'Waivers are missing for {job}', member: '', by: { from: 'day', days: -1 } }),
    ],
  },
  {
    key: 'after-the-day',
    title: 'The day after: thanks to the client',
    when: occurred('day', '', 1),
    if: [given('job.agreed')],
    unless: [given('job.calledOff')],
    steps: [
      once(
        mail(
          'client',
          'Thank you, {first}',
          'Thank you for having us for {job}. If anything was left undone, answer this letter.',
        ),
      ),
    ],
  },
  {
    key: 'declined',
    title: 'Somebody declines: a task for today',
    when: occurred('declined'),
    if: [],
    unless: [],
    steps: [
      once({ do: 'task', words: 'Call {person}: the {paper} was declined', member: '', by: { from: 'then', days: 0 } }),
    ],
  },
]
