/**
 * A follow-up is a rule of the business: when something occurs, and if its record is so, then these things are done. All of
 * it is plain data; {@link file://./engine.ts} works out what is to be done, the server does it.
 */

/** What a follow-up can wait for, by what it is about. */
export const ABOUT = {
  paper: ['asked', 'opened', 'signed', 'signed-all', 'declined', 'lapsed', 'withdrawn', 'returned', 'bounced'],
  quote: ['accepted', 'unanswered'],
  job: ['made', 'day', 'completed', 'called-off', 'changed'],
  money: ['stage-due', 'overdue', 'paid', 'invoiced'],
  visit: ['here', 'refused'],
  form: ['answered'],
  tag: ['tag-on', 'tag-off'],
  task: ['task-done'],
} as const
export type About = keyof typeof ABOUT
export type OccurrenceKind = (typeof ABOUT)[About][number]
export const abouts = Object.keys(ABOUT) as [About, ...About[]]
export const occurrenceKinds = Object.values(ABOUT).flat() as unknown as [OccurrenceKind, ...OccurrenceKind[]]
export const aboutOf = (kind: OccurrenceKind): About =>
  abouts.find((a) => (ABOUT[a] as readonly string[]).includes(kind))!

/** What nobody does: the days alone bring it about, so many of them after (or, below nought, before) something. */
export const TIMED = ['unanswered', 'day', 'stage-due', 'overdue'] as const satisfies readonly OccurrenceKind[]
export type TimedKind = (typeof TIMED)[number]
export const isTimed = (kind: OccurrenceKind): kind is TimedKind => (TIMED as readonly string[]).includes(kind)

/** Something that occurred. Its id says which it is: told twice it is one. */
export interface Occurrence {
  id: string
  kind: OccurrenceKind
  /** The instant, ISO 8601. */
  at: string
  jobId: string | null
  contactId: string | null
  paperId: string | null
  /** What it can be narrowed down by: the kind of the paper and its template (`t:…`), the stage, the tag, the fact. */
  of: readonly string[]
  /** Days after (below nought: before) what it counts from; only where it is {@link isTimed}. */
  days?: number
  /** The follow-ups that led to it, the first first; none for what people did. */
  because: readonly string[]
}

export interface Trigger {
  kind: OccurrenceKind
  /** One of what the occurrence is `of`; empty for any. */
  of: string
  /** Only where it is {@link isTimed}. */
  days: number
}

/** What a record says of a job, its client, its money; `null` where it isn't known. */
export type Fact = string | number | boolean | readonly string[] | null
export type Facts = Readonly<Record<string, Fact>>
export const tests = [
  'is',
  'is-not',
  'above',
  'below',
  'has',
  'has-not',
  'before',
  'after',
  'given',
  'missing',
] as const
export type TestKind = (typeof tests)[number]
export interface Test {
  fact: string
  is: TestKind
  /** Amounts as whole minor units, numbers as decimals, days as `YYYY-MM-DD`, what is ticked as `yes` or `no`. */
  value: string
}
/** All of these hold; of each, one at least. None at all always holds. */
export type Tests = readonly (readonly Test[])[]

/** When a step is done: at once, so many days after that, or so many after (below nought: before) the job's day. */
export type After = { from: 'then' | 'day'; days: number }
export const AT_ONCE: After = { from: 'then', days: 0 }

export const recipients = ['client', 'guests', 'unsigned', 'owner', 'member', 'address'] as const
export const filed = ['sealed', 'invoice', 'record'] as const
/** What can be done. `member`, `template`, `kind` and `system` are ids; empty for nobody, or for whatever is meant. */
export type Act =
  | {
      do: 'message'
      to: (typeof recipients)[number]
      member: string
      address: string
      by: 'mail' | 'text'
      subject: string
      words: string
      /** The same in further languages, for whoever is written to in one of them. */
      others: readonly { language: string; subject: string; words: string }[]
    }
  | { do: 'remind'; of: string }
  | { do: 'paper'; template: string; send: boolean }
  | { do: 'tag'; on: boolean; what: 'job' | 'person'; tag: string }
  | { do: 'task'; words: string; member: string; by: After }
  | { do: 'fact'; what: 'job' | 'person'; fact: string; value: string }
  | { do: 'stage' }
  | { do: 'invoice' }
  | { do: 'file'; what: (typeof filed)[number]; path: string; system: string }
  | { do: 'call'; system: string; body: string }
  | { do: 'entry'; words: string; on: After }
  | { do: 'job'; kind: string; title: string; on: After }
export type Deed = Act['do']
export const deeds = [
  'message',
  'remind',
  'paper',
  'tag',
  'task',
  'fact',
  'stage',
  'invoice',
  'file',
  'call',
  'entry',
  'job',
] as const satisfies readonly Deed[]

export interface Step {
  after: After
  act: Act
}

export interface FollowUp {
  id: string
  on: boolean
  /** The kinds of job it is for; none for every kind. */
  kinds: readonly string[]
  when: Trigger
  if: Tests
  /** What is looked at once more whenever a step comes: where it holds, that step is left out. None for nothing. */
  unless: Tests
  steps: readonly Step[]
  /** What occurred before this instant it doesn't follow. */
  since: string
}
