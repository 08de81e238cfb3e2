import { ABOUT, type Act, type Deed, type OccurrenceKind, isTimed } from '~~/core/follow-ups/model'
import type { FollowUpsView } from '~~/shared/out/follow-ups'

type Choices = FollowUpsView['choices']

/** What a follow-up can wait for, as it is chosen: what of, then what of that. */
export const WHEN_WORDS: Readonly<Record<OccurrenceKind, string>> = {
  asked: 'sent to somebody',
  opened: 'opened',
  signed: 'signed by one',
  'signed-all': 'signed by all',
  declined: 'declined',
  lapsed: 'lapsed',
  withdrawn: 'withdrawn',
  returned: 'returned by the check',
  bounced: 'undeliverable',
  accepted: 'accepted',
  unanswered: 'unanswered',
  made: 'added',
  day: 'near its day',
  completed: 'done',
  'called-off': 'called off',
  changed: 'changed',
  'stage-due': 'near its due day',
  overdue: 'overdue',
  paid: 'paid',
  invoiced: 'invoiced',
  here: 'here',
  refused: 'turned away',
  answered: 'answered',
  'tag-on': 'put on',
  'tag-off': 'taken off',
  'task-done': 'done',
}

/** What is waited for, each once with what it is of. */
export function subjectsOf(c: Choices): { value: string; label: string }[] {
  const paper = (kind: string, label: string) => ({ value: `paper ${kind}`, label })
  return [
    paper('', 'a paper'),
    paper('contract', 'a contract'),
    { value: 'quote ', label: 'a quote' },
    paper('waiver', 'a waiver'),
    paper('form', 'a form'),
    ...c.templates.map((t) => paper(`t:${t.value}`, `“${t.label}”`)),
    { value: 'job ', label: 'a job' },
    { value: 'money ', label: 'a payment' },
    ...c.stages.map((s) => ({ value: `money ${s.value}`, label: s.label })),
    { value: 'visit ', label: 'somebody who visits' },
    { value: 'form ', label: 'a form behind a link' },
    { value: 'tag ', label: 'a tag' },
    ...c.tags.map((t) => ({ value: `tag ${t}`, label: `the tag “${t}”` })),
    { value: 'task ', label: 'a task' },
    ...c.jobFacts.map((f) => ({ value: `fact ${f.value}`, label: f.label })),
  ]
}

const PAPER = ABOUT.paper
/** What may occur to what was chosen. */
export function kindsFor(subject: string): readonly OccurrenceKind[] {
  const [about] = subject.split(' ')
  if (about === 'quote') return [...ABOUT.quote, ...PAPER]
  if (about === 'fact') return ['changed']
  if (about === 'job') return ABOUT.job.filter((k) => k !== 'changed')
  return ABOUT[about as keyof typeof ABOUT] ?? PAPER
}
/** What was chosen, of a trigger. */
export function subjectOf({ kind, of }: { kind: OccurrenceKind; of: string }): string {
  if (kind === 'changed') return `fact ${of}`
  const about = (Object.keys(ABOUT) as (keyof typeof ABOUT)[]).find((a) =>
    (ABOUT[a] as readonly string[]).includes(kind),
  )!
  if (about === 'quote' || (about === 'paper' && of === 'quote')) return 'quote '
  return `${about} ${about === 'job' || about === 'visit' || about === 'task' || about === 'form' ? '' : of}`
}
/** A trigger of what was chosen, with the kind it has where it still fits. */
export function triggerOf(subject: string, kind: OccurrenceKind, days: number) {
  const kinds = kindsFor(subject)
  const next = kinds.includes(kind) ? kind : kinds[0]!
  const of = subject.slice(subject.indexOf(' ') + 1)
  // What is said of quotes alone needs not say so again.
  const quote = subject === 'quote ' && (PAPER as readonly string[]).includes(next) ? 'quote' : of
  const usual = next === 'unanswered' ? 4 : next === 'day' ? -2 : next === 'overdue' ? 3 : 0
  return { kind: next, of: quote, days: isTimed(next) ? (kind === next ? days : usual) : 0 }
}

/** What can be done, as it is chosen. */
export const DEED_WORDS: Readonly<Record<Deed, string>> = {
  message: 'tell',
  remind: 'ask again',
  paper: 'make a paper',
  tag: 'tag',
  task: 'give a task to',
  fact: 'set a fact',
  stage: 'ask for what is due',
  invoice: 'raise the invoice',
  file: 'lay a file into',
  call: 'call another system',
  entry: 'note in the calendar',
  job: 'begin another job',
}

/** Something that is done, to begin with. */
export function newAct(deed: Deed, c: Choices): Act {
  const then = { from: 'then' as const, days: 0 }
  switch (deed) {
    case 'message':
      return { do: 'message', to: 'client', member: '', address: '', by: 'mail', subject: '', words: '', others: [] }
    case 'remind':
      return { do: 'remind', of: '' }
    case 'paper':
      return { do: 'paper', template: c.templates[0]?.value ?? '', send: false }
    case 'tag':
      return { do: 'tag', on: true, what: 'job', tag: '' }
    case 'task':
      return { do: 'task', words: '', member: '', by: then }
    case 'fact':
      return { do: 'fact', what: 'job', fact: c.jobFacts[0]?.value ?? 'place', value: '' }
    case 'stage':
      return { do: 'stage' }
    case 'invoice':
      return { do: 'invoice' }
    case 'file':
      return { do: 'file', what: 'sealed', path: 'Clients/{client}/{year}', system: '' }
    case 'call':
      return { do: 'call', system: c.systems.find((s) => s.kind === 'hook')?.value ?? '', body: '' }
    case 'entry':
      return { do: 'entry', words: '{job}', on: then }
    case 'job':
      return { do: 'job', kind: c.kinds[0]?.value ?? '', title: '', on: { from: 'day', days: 365 } }
  }
}

export const TEST_WORDS = {
  is: 'is',
  'is-not': 'isn’t',
  above: 'is above',
  below: 'is below',
  has: 'has',
  'has-not': 'hasn’t',
  before: 'is before',
  after: 'is after',
  given: 'is given',
  missing: 'is missing',
} as const
