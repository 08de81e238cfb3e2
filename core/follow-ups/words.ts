import { formatDay } from '../calendar/dates'
import { type Minor, formatMoney } from '../money/money'
import type { Askable } from './facts'
import type { Why } from './engine'
import {
  type Act,
  type After,
  type Fact,
  type FollowUp,
  type OccurrenceKind,
  type Test,
  type Trigger,
  aboutOf,
  isTimed,
} from './model'

/** What ids and amounts are called: how a follow-up is told. */
export interface Names {
  askables: readonly Askable[]
  /** What a trigger is narrowed down to, by its value: papers, stages, tags, facts. */
  of: Readonly<Record<string, string>>
  members: Readonly<Record<string, string>>
  templates: Readonly<Record<string, string>>
  systems: Readonly<Record<string, string>>
  kinds: Readonly<Record<string, string>>
  currency: string
  locale: string
}

/** What occurred, to be read after what it is about: “a contract is signed by all”. */
export const OCCURRED: Readonly<Record<OccurrenceKind, string>> = {
  asked: 'is sent to somebody',
  opened: 'is opened',
  signed: 'is signed by one',
  'signed-all': 'is signed by all',
  declined: 'is declined',
  lapsed: 'lapses',
  withdrawn: 'is withdrawn',
  returned: 'is returned by the check',
  bounced: 'comes back undelivered',
  accepted: 'is accepted',
  unanswered: 'is unanswered for',
  made: 'is added',
  day: 'has its day',
  completed: 'is done',
  'called-off': 'is called off',
  changed: 'has a fact changed',
  'stage-due': 'is to be paid',
  overdue: 'is overdue for',
  paid: 'is paid',
  invoiced: 'is invoiced',
  here: 'is here',
  refused: 'refuses',
  answered: 'is answered',
  'tag-on': 'is put on',
  'tag-off': 'is taken off',
  'task-done': 'is done',
}
const SUBJECT = {
  paper: 'a paper',
  quote: 'a quote',
  job: 'a job',
  money: 'a stage',
  visit: 'somebody who visits',
  form: 'a form',
  tag: 'a tag',
  task: 'a task',
} as const

const days = (n: number) => `${Math.abs(n)} day${Math.abs(n) === 1 ? '' : 's'}`
const listOf = (words: readonly string[], last: string) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)!}`

/** “a contract is signed by all”. */
export function whenWords({ kind, of, days: n }: Trigger, names: Names): string {
  const what = of ? (names.of[of] ?? (kind.startsWith('tag-') ? `the tag “${of}”` : of)) : SUBJECT[aboutOf(kind)]
  if (!isTimed(kind)) return kind === 'changed' && of ? `${what} of a job is changed` : `${what} ${OCCURRED[kind]}`
  if (kind === 'day')
    return n === 0 ? 'it is the job’s day' : `it is ${days(n)} ${n < 0 ? 'before' : 'after'} the job’s day`
  if (kind === 'stage-due')
    return n === 0 ? `${what} falls due` : `it is ${days(n)} ${n < 0 ? 'before' : 'after'} ${what} falls due`
  return `${what} ${OCCURRED[kind]} ${days(n)}`
}

/** “at once”, “after 2 days”, “7 days before the day”. */
export const afterWords = ({ from, days: n }: After): string =>
  from === 'then'
    ? n === 0
      ? 'at once'
      : `after ${days(n)}`
    : n === 0
      ? 'on the day'
      : `${days(n)} ${n < 0 ? 'before' : 'after'} the day`

/** A fact as it is told. */
export function factSaid(fact: Fact, askable: Askable | undefined, { currency, locale }: Names): string {
  if (fact === null || fact === '' || fact === false || (Array.isArray(fact) && !fact.length)) return ''
  if (fact === true) return 'yes'
  if (Array.isArray(fact)) return listOf(fact as string[], 'and')
  const text = String(fact)
  if (askable?.kind === 'amount') return formatMoney(Number(text) as Minor, currency, locale)
  if (askable?.kind === 'day') return formatDay(text)
  return askable?.choices?.find((c) => c.value === text)?.label ?? text
}

/** “the total is above £500.00”; with `not`, why it doesn’t hold. */
export function testWords({ fact, is, value }: Test, names: Names, not = false): string {
  const askable = names.askables.find((a) => a.key === fact)
  const label = askable?.label ?? `what was called ${fact}`
  const said = factSaid(value, askable, names)
  const no = not ? 'not ' : ''
  // What reads as a sentence of its own.
  if (askable?.kind === 'yes') return (is === 'given') !== not ? label : label.replace(' is ', ' isn’t ')
  switch (is) {
    case 'given':
      return `${label} is ${no}known`
    case 'missing':
      return `${label} is ${not ? '' : 'not '}known`
    case 'is-not':
      return `${label} is ${not ? '' : 'not '}${said}`
    case 'has':
      return `${label} ${not ? 'have no' : 'have'} “${said}”`
    case 'has-not':
      return `${label} ${not ? 'have' : 'have no'} “${said}”`
    case 'is':
      return `${label} is ${no}${said}`
    default:
      return `${label} is ${no}${is} ${said}`
  }
}

/** Why a follow-up that was meant does nothing, with what the record says. */
export function whyWords(why: Why, facts: Readonly<Record<string, Fact>>, names: Names): string {
  switch (why.kind) {
    case 'circle':
      return 'It led to this itself: that would go round for ever.'
    case 'deep':
      return 'Too many follow-ups led to this, one after the other.'
    case 'flood':
      return `It has run ${why.most} times within ${why.hours} hours. That is more than was meant.`
    case 'no-day':
      return `Step ${why.step + 1} counts from the job’s day, and the job has none.`
    case 'test': {
      const [first] = why.tests
      if (why.tests.length !== 1 || !first)
        return `Not so: ${listOf(
          why.tests.map((t) => testWords(t, names)),
          'or',
        )}.`
      const askable = names.askables.find((a) => a.key === first.fact)
      const have = factSaid(facts[first.fact] ?? null, askable, names)
      const numbers = ['above', 'below', 'before', 'after'].includes(first.is)
      if (numbers && have) return `${have} is not ${first.is} ${factSaid(first.value, askable, names)}.`
      const words = testWords(first, names, true)
      return `${words[0]!.toUpperCase()}${words.slice(1)}${have && !words.includes(have) ? `: it is ${have}` : ''}.`
    }
  }
}

/** What an act does, in a few words: “tell the client by mail: “Signed, over to you””. */
export function actWords(act: Act, names: Names): string {
  const quoted = (s: string) => `“${s.length > 60 ? `${s.slice(0, 59)}…` : s}”`
  const named = (of: Readonly<Record<string, string>>, id: string, gone: string) => of[id] ?? gone
  switch (act.do) {
    case 'message': {
      const to = {
        client: 'the client',
        guests: 'the guests',
        unsigned: 'whoever hasn’t signed',
        owner: 'the owner',
        member: named(names.members, act.member, 'somebody who has left'),
        address: act.address,
      }[act.to]
      return `tell ${to} by ${act.by}: ${quoted(act.by === 'mail' ? act.subject : act.words)}`
    }
    case 'remind':
      return `ask again whoever hasn’t signed ${act.of ? (names.of[act.of] ?? act.of) : 'a paper'}`
    case 'paper':
      return `make ${act.send ? 'and send ' : ''}${quoted(named(names.templates, act.template, 'a template that is gone'))}`
    case 'tag':
      return `${act.on ? 'put' : 'take'} the tag ${quoted(act.tag)} ${act.on ? 'on' : 'off'} the ${act.what}`
    case 'task':
      return `give ${act.member ? named(names.members, act.member, 'somebody who has left') : 'whoever has time'} the task ${quoted(act.words)}`
    case 'fact':
      return `set ${names.of[act.fact] ?? act.fact} to ${quoted(act.value)}`
    case 'stage':
      return 'ask for what is due'
    case 'invoice':
      return 'raise the invoice'
    case 'file':
      return `lay ${{ sealed: 'the sealed copy', invoice: 'the invoice', record: 'the record' }[act.what]} into ${act.path}${act.system ? ` at ${named(names.systems, act.system, 'a system that is gone')}` : ''}`
    case 'call':
      return `tell ${named(names.systems, act.system, 'a system that is gone')}`
    case 'entry':
      return `note ${quoted(act.words)} in the calendar`
    case 'job':
      return `begin another job ${quoted(act.title || named(names.kinds, act.kind, ''))}`
  }
}

/** The whole of a follow-up as a sentence. */
export function sentenceOf(f: Pick<FollowUp, 'when' | 'if' | 'unless' | 'steps'>, names: Names): string {
  const said = (tests: FollowUp['if']) =>
    tests
      .filter((any) => any.length)
      .map((any) =>
        listOf(
          any.map((t) => testWords(t, names)),
          'or',
        ),
      )
  const ifs = said(f.if)
  const unless = said(f.unless)
  return [
    `When ${whenWords(f.when, names)}`,
    ...(ifs.length ? [` and ${ifs.join(' and ')}`] : []),
    ', then ',
    listOf(
      f.steps.map(({ after, act }) => {
        const when = afterWords(after)
        return `${when === 'at once' ? '' : `${when} `}${actWords(act, names)}`
      }),
      'and',
    ),
    ...(unless.length ? [`, unless ${unless.join(' and ')}`] : []),
    '.',
  ].join('')
}
