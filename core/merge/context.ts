import { type Looks, letterheadOf } from '../look/look'
import { dayOf, isDay } from '../calendar/dates'
import type { Ask } from '../document/model'
import { type FactRule, TICKED, factProblem, factWords } from '../facts/facts'
import { type Minor, ZERO } from '../money/money'
import { readAmount, readDecimal } from '../money/typed'
import { calledOffBands, keptBy } from '../payment-plan/called-off'
import { ageOn } from '../people/age'
import type { PaymentPlan, Stage } from '../payment-plan/plan'
import { type PricedLine, stands } from '../pricing/pricing'
import { rhythmWords } from '../recurrence/words'
import { languages } from '../text/language'
import type { MergeContext, MergeValue } from './merge'

/** A person or organisation as papers name them. */
interface Named {
  id: string
  name: string
  email: string
  phone: string
  address: string
  /** The day of birth, where it is known. */
  born: string | null
}

/** The record that papers are filled from: one job, its client, its money, the business. */
export interface JobRecord {
  job: {
    id: string
    title: string
    day: string | null
    starts: string | null
    ends: string | null
    furtherDays: readonly { starts: string; ends: string | null }[]
    place: string
    people: number | null
    facts: Readonly<Record<string, string>>
    plan: Pick<PaymentPlan, 'calledOff'>
  }
  /** How it repeats; null where it is one-off. */
  rhythm: { rule: string; from: string } | null
  kind: { name: string }
  client: Named | null
  guests: readonly Named[]
  lines: readonly Pick<PricedLine, 'key' | 'description' | 'quantity' | 'unit' | 'variant'>[]
  /** Null where there is no job to work them out from. */
  priced: { total: Minor | null; tax: Minor | null; net: Minor | null }
  stages: readonly Pick<Stage, 'key' | 'label' | 'amount' | 'dueOn'>[]
  business: Record<'name' | 'legalName' | 'address' | 'email' | 'phone' | 'taxNumber' | 'bank', string> & {
    currency: string
    timeZone: string
    settings: { locale: string; paper?: MergeContext['paper'] } & Looks
  }
  /** The day it is, where the business is. */
  today: string
}

/** A paper's own values: what its template asks for, and what was given. */
interface OwnValues {
  asks: readonly Ask[]
  values: Readonly<Record<string, string>>
  /** The number of the paper; empty for one of a kind that has none. */
  number: string
}

/** A paper value as typed, read as what it is. What can't be read is not given. */
function ownValue(ask: Ask, text: string, currency: string, locale: string): MergeValue['value'] {
  const given = text.trim()
  if (!given) return null
  if (ask.type === 'day') return isDay(given) ? given : null
  const read = ask.type === 'amount' ? readAmount(given, currency, locale) : null
  if (read) return 'value' in read ? read.value : null
  if (ask.type === 'number') {
    const number = readDecimal(given, locale)
    return 'value' in number ? Number(number.value) : null
  }
  return given
}

const BUSINESS = [
  ['name', 'Business'],
  ['legalName', 'Registered name'],
  ['address', 'Business address'],
  ['email', 'Business e-mail'],
  ['phone', 'Business phone'],
  ['taxNumber', 'Tax number'],
  ['bank', 'Bank account'],
] as const
const inOneLine = (text: string) => text.replace(/\n/g, ', ')

/**
 * All values a job's papers may take, each with the record and fact it comes from. `bound` are the contacts of its parties,
 * `facts` the further facts of all kinds of job: a paper may ask for one its own job's kind doesn't have. `at` is the
 * instant the paper is filled.
 */
export function mergeContext(
  record: JobRecord,
  bound: Readonly<Record<string, Named>>,
  own: OwnValues,
  facts: readonly FactRule[],
  at: string,
): MergeContext {
  const { business } = record
  const values: Record<string, MergeValue> = {}
  const put = (path: string, value: MergeValue): void => {
    values[path] = { ...value, value: value.value === '' ? null : value.value }
  }
  putBusiness(put, business)
  putPeople(put, record, bound)
  putJob(put, record, facts)
  putMoney(put, record)
  for (const ask of own.asks) {
    const given = ownValue(ask, own.values[ask.key] ?? '', business.currency, business.settings.locale)
    put(pathOf(ask), askedValue(ask, given))
  }
  const day = dayOf(at, business.timeZone)
  put('paper.number', {
    ...from('paper.number', 'Number of the paper', 'paper', null, null, 'text', own.number),
    optional: true,
  })
  put('paper.date', from('paper.date', 'Date of the paper', 'paper', null, null, 'day', day))
  const { paper } = business.settings
  const letterhead = letterheadOf(business)
  return {
    values,
    currency: business.currency,
    lists: listsOf(record),
    ...(paper && paper !== 'A4' ? { paper } : {}),
    ...(letterhead ? { letterhead } : {}),
  }
}

/** Where the value of something that is asked for is found. */
export const pathOf = (ask: Pick<Ask, 'key'>): string => `paper.${ask.key}`
const askedValue = (ask: Ask, value: MergeValue['value']): MergeValue => ({
  ...from(pathOf(ask), ask.label, 'paper', null, `values.${ask.key}`, ask.type, value),
  ...(ask.required ? {} : { optional: true }),
})

/** The values of a sheet being written, with what it asks for now: what was named since can be used, what is asked no more is gone. */
export function askingFor(context: MergeContext, asks: readonly Ask[]): MergeContext {
  const others = Object.entries(context.values).filter(
    ([path, v]) => v.source.record !== 'paper' || v.source.fact === null || asks.some((a) => pathOf(a) === path),
  )
  const asked = asks.map((a) => [pathOf(a), askedValue(a, context.values[pathOf(a)]?.value ?? null)] as const)
  return { ...context, values: { ...Object.fromEntries(others), ...Object.fromEntries(asked) } }
}

type Put = (path: string, value: MergeValue) => void
/** A value with where it comes from. */
function from(
  path: string,
  label: string,
  record: MergeValue['source']['record'],
  id: string | null,
  fact: string | null,
  type: MergeValue['type'],
  value: MergeValue['value'],
): MergeValue {
  return { value, type, label, source: { path, label, record, id, fact } }
}

function putBusiness(put: Put, business: JobRecord['business']): void {
  for (const [fact, label] of BUSINESS)
    put(`business.${fact}`, from(`business.${fact}`, label, 'business', null, fact, 'text', inOneLine(business[fact])))
}

const PARTIES = { client: 'Client', guest: 'Guest', guardian: 'Guardian', witness: 'Witness' }
function putPeople(put: Put, { client, job, today }: JobRecord, bound: Readonly<Record<string, Named>>): void {
  const parties: Record<string, string> = { ...PARTIES }
  for (const party of Object.keys(bound)) parties[party] ??= party[0]!.toUpperCase() + party.slice(1)
  for (const [party, label] of Object.entries(parties)) {
    const who = party === 'client' ? client : (bound[party] ?? null)
    const fact = (key: 'name' | 'email' | 'phone' | 'address', words: string, value: string | null) =>
      put(
        `${party}.${key}`,
        from(`${party}.${key}`, `${label}’s ${words}`, 'contact', who?.id ?? null, key, 'text', value),
      )
    fact('name', 'name', who?.name ?? null)
    fact('email', 'e-mail', who?.email ?? null)
    fact('phone', 'phone', who?.phone ?? null)
    fact('address', 'address', who?.address ? inOneLine(who.address) : null)
  }
  const { guest } = bound
  const age = guest?.born ? ageOn(guest.born, job.day ?? today) : null
  const about = (fact: string, label: string, type: MergeValue['type'], value: MergeValue['value']) =>
    put(`guest.${fact}`, from(`guest.${fact}`, label, 'contact', guest?.id ?? null, 'born', type, value))
  about('born', 'Guest’s date of birth', 'day', guest?.born ?? null)
  about('age', 'Guest’s age on the day', 'number', age)
  about('under18', 'Guest is under 18', 'text', age === null ? null : age < 18)
}

function putJob(put: Put, { job, kind, rhythm }: JobRecord, facts: readonly FactRule[]): void {
  const fact = (key: string, label: string, of: string | null, type: MergeValue['type'], value: MergeValue['value']) =>
    put(`job.${key}`, from(`job.${key}`, label, 'job', job.id, of, type, value))
  fact('title', 'Title', 'title', 'text', job.title)
  fact('kind', 'Kind', null, 'text', kind.name)
  fact('day', 'Day', 'starts', 'day', job.day)
  fact('starts', 'Start', 'starts', 'local', job.starts)
  fact('ends', 'End', 'ends', 'local', job.ends)
  fact('place', 'Place', 'place', 'text', job.place)
  fact('people', 'Number of people', 'people', 'number', job.people)
  const says = rhythm && Object.fromEntries(languages.map((l) => [l, rhythmWords(rhythm.rule, rhythm.from, l)]))
  put('job.rhythm', {
    ...from('job.rhythm', 'How it repeats', 'job', job.id, null, 'text', says ? says.en! : null),
    optional: true,
    ...(says && { says }),
  })
  for (const rule of facts) {
    const { key, label } = rule
    put(`job.${key}`, {
      ...from(`job.${key}`, label, 'job', job.id, `facts.${key}`, 'text', null),
      ...factValue(rule, job.facts[key] ?? ''),
    })
  }
}

/** A further fact as papers take it. What no longer fits its rule is taken as it stands. */
function factValue(rule: FactRule, given: string): Pick<MergeValue, 'type' | 'value' | 'unit'> {
  if (rule.type === 'tick') return { type: 'text', value: given === TICKED }
  const fits = given !== '' && factProblem(rule, given) === null
  if (fits && rule.type === 'day') return { type: 'day', value: given }
  if (fits && rule.type === 'number') return { type: 'number', value: given, unit: rule.unit }
  return { type: 'text', value: factWords(rule, given, 'en') || null }
}

function putMoney(put: Put, { job, priced, stages }: JobRecord): void {
  const sum = (key: string, label: string, value: Minor | null) =>
    put(`money.${key}`, from(`money.${key}`, label, 'job', job.id, null, 'amount', value))
  sum('total', 'Total', priced.total)
  sum('tax', 'Tax', priced.tax)
  sum('net', 'Sum without tax', priced.net)
  for (const key of ['deposit', 'balance', 'damage']) {
    const stage = stages.find((s) => s.key === key)
    const label = stage?.label ?? key
    const path = `money.${key}`
    put(path, from(path, label, 'plan', job.id, null, 'amount', stage ? stage.amount : null))
    put(`${path}.due`, from(`${path}.due`, `${label} due`, 'plan', job.id, null, 'day', stage?.dueOn ?? null))
  }
}

/** What a paper may repeat a row for: priced lines, days, guests, stages. */
function listsOf({ job, lines, guests, stages, priced }: JobRecord): MergeContext['lists'] {
  const list = (items: Record<string, [MergeValue['type'], MergeValue['value'], string?]>[]) =>
    items.map((item) =>
      Object.fromEntries(
        Object.entries(item).map(([k, [type, value, path = k]]) => [
          k,
          from(path, k, 'job', job.id, null, type, value),
        ]),
      ),
    )
  return {
    lines: list(
      lines.filter(stands).map((l) => ({
        description: ['text', l.description],
        quantity: ['number', l.quantity, `lines.${l.key}.quantity`],
        unit: ['text', l.unit],
      })),
    ),
    days: list(
      [...(job.starts ? [{ starts: job.starts, ends: job.ends }] : []), ...job.furtherDays].map((d) => ({
        starts: ['local', d.starts],
        ends: ['local', d.ends],
      })),
    ),
    guests: list(guests.map((g) => ({ name: ['text', g.name], email: ['text', g.email] }))),
    stages: list(
      stages
        .filter((s) => s.amount > 0)
        .map((s) => ({
          label: ['text', s.label],
          amount: ['amount', s.amount, `stages.${s.key}.amount`],
          due: ['day', s.dueOn, `stages.${s.key}.due`],
        })),
    ),
    calledOff: list(
      calledOffBands(job.plan.calledOff ?? []).map(({ from, to, step }) => ({
        from: ['number', from],
        to: ['number', to],
        kept: [
          'amount',
          priced.total === null ? null : keptBy(step, priced.total, stages[0]?.amount ?? ZERO),
          `calledOff.${step.within}.kept`,
        ],
      })),
    ),
  }
}
