import type { Ask } from '../../core/document/model'
import type { PaperFigures } from '../../core/layout/expand'
import type { MergeContext, MergeValue } from '../../core/merge/merge'
import { dayOf, isDay } from '../../core/calendar/dates'
import { readAmount, readDecimal } from '../../core/money/typed'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { type contacts, kinds } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import type { LoadedJob } from '../records/job'

type Contact = typeof contacts.$inferSelect
/** A paper's own values: what its template asks for, and what was given. */
interface Own {
  asks: readonly Ask[]
  values: Readonly<Record<string, string>>
}

/** Whole years from a day of birth to a day. */
function ageOn(born: string, day: string): number {
  const years = Number(day.slice(0, 4)) - Number(born.slice(0, 4))
  return day.slice(5) < born.slice(5) ? years - 1 : years
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

/** All values a job's papers may take, each with the record and fact it comes from. `bound` are the contacts of its parties. */
export function mergeContext(
  loaded: Omit<LoadedJob, 'kind'> & { kind: Pick<LoadedJob['kind'], 'name'> },
  bound: Readonly<Record<string, Contact>>,
  own: Own,
  facts: readonly { key: string; label: string; unit: string }[],
): MergeContext {
  const { job, kind, client, business, priced, stages } = loaded
  const values: Record<string, MergeValue> = {}
  const put = (
    path: string,
    label: string,
    record: MergeValue['source']['record'],
    id: string | null,
    fact: string | null,
    type: MergeValue['type'],
    value: MergeValue['value'],
  ) => {
    values[path] = { value: value === '' ? null : value, type, label, source: { path, label, record, id, fact } }
  }
  for (const [fact, label] of [
    ['name', 'Business'],
    ['legalName', 'Registered name'],
    ['address', 'Business address'],
    ['email', 'Business e-mail'],
    ['phone', 'Business phone'],
    ['taxNumber', 'Tax number'],
    ['bank', 'Bank account'],
  ] as const)
    put(`business.${fact}`, label, 'business', null, fact, 'text', business[fact].replace(/\n/g, ', '))
  const person = (party: string, label: string, c: Contact | null) => {
    put(`${party}.name`, `${label}’s name`, 'contact', c?.id ?? null, 'name', 'text', c?.name ?? null)
    put(`${party}.email`, `${label}’s e-mail`, 'contact', c?.id ?? null, 'email', 'text', c?.email ?? null)
    put(`${party}.phone`, `${label}’s phone`, 'contact', c?.id ?? null, 'phone', 'text', c?.phone ?? null)
    put(
      `${party}.address`,
      `${label}’s address`,
      'contact',
      c?.id ?? null,
      'address',
      'text',
      c?.address ? c.address.replace(/\n/g, ', ') : null,
    )
  }
  const parties: Record<string, string> = { client: 'Client', guest: 'Guest', guardian: 'Guardian', witness: 'Witness' }
  for (const party of Object.keys(bound)) parties[party] ??= party[0]!.toUpperCase() + party.slice(1)
  for (const [party, label] of Object.entries(parties))
    person(party, label, party === 'client' ? client : (bound[party] ?? null))
  const guest = bound.guest
  const age = guest?.born ? ageOn(guest.born, job.day ?? loaded.today) : null
  const about = (fact: string, label: string, type: MergeValue['type'], value: MergeValue['value']) =>
    put(`guest.${fact}`, label, 'contact', guest?.id ?? null, 'born', type, value)
  about('born', 'Guest’s date of birth', 'day', guest?.born ?? null)
  about('age', 'Guest’s age on the day', 'number', age)
  about('under18', 'Guest is under 18', 'text', age === null ? null : age < 18)
  put('job.title', 'Title', 'job', job.id, 'title', 'text', job.title)
  put('job.kind', 'Kind', 'job', job.id, null, 'text', kind.name)
  put('job.day', 'Day', 'job', job.id, 'starts', 'day', job.day ?? null)
  put('job.starts', 'Start', 'job', job.id, 'starts', 'local', job.starts)
  put('job.ends', 'End', 'job', job.id, 'ends', 'local', job.ends)
  put('job.place', 'Place', 'job', job.id, 'place', 'text', job.place)
  put('job.people', 'Number of people', 'job', job.id, 'people', 'number', job.people)
  for (const rule of facts)
    put(
      `job.${rule.key}`,
      rule.label,
      'job',
      job.id,
      `facts.${rule.key}`,
      'text',
      job.facts[rule.key] ? `${job.facts[rule.key]}${rule.unit ? ` ${rule.unit}` : ''}` : null,
    )
  put('money.total', 'Total', 'job', job.id, null, 'amount', priced.total)
  put('money.tax', 'Tax', 'job', job.id, null, 'amount', priced.tax)
  put('money.net', 'Sum without tax', 'job', job.id, null, 'amount', priced.net)
  for (const key of ['deposit', 'balance', 'damage']) {
    const stage = stages.find((s) => s.key === key)
    put(`money.${key}`, stage?.label ?? key, 'plan', job.id, null, 'amount', stage ? stage.amount : null)
    put(`money.${key}.due`, `${stage?.label ?? key} due`, 'plan', job.id, null, 'day', stage?.dueOn ?? null)
  }
  for (const ask of own.asks) {
    const path = `paper.${ask.key}`
    const given = ownValue(ask, own.values[ask.key] ?? '', business.currency, business.settings.locale)
    put(path, ask.label, 'paper', null, `values.${ask.key}`, ask.type, given)
    if (!ask.required) values[path]!.optional = true
  }
  put('paper.date', 'Date of the paper', 'paper', null, null, 'day', dayOf(now(), business.timeZone))
  const list = (items: Record<string, [MergeValue['type'], MergeValue['value'], string?]>[]) =>
    items.map((item) =>
      Object.fromEntries(
        Object.entries(item).map(([k, [type, value, path = k]]) => [
          k,
          { type, value, label: k, source: { path, label: k, record: 'job' as const, id: job.id, fact: null } },
        ]),
      ),
    )
  return {
    values,
    currency: business.currency,
    lists: {
      lines: list(
        loaded.lines.map((l) => ({
          description: ['text', l.description],
          quantity: ['text', l.quantity, `lines.${l.key}.quantity`],
          unit: ['text', l.unit],
        })),
      ),
      guests: list(loaded.guests.map((g) => ({ name: ['text', g.name], email: ['text', g.email] }))),
      stages: list(
        stages
          .filter((s) => s.amount > 0)
          .map((s) => ({
            label: ['text', s.label],
            amount: ['amount', s.amount, `stages.${s.key}.amount`],
            due: ['day', s.dueOn, `stages.${s.key}.due`],
          })),
      ),
    },
  }
}

/** The further facts of every kind of job, each once: a paper may ask for one its own job's kind doesn't have. */
export async function allFacts(): Promise<{ key: string; label: string; unit: string }[]> {
  const rows = await db().select({ settings: kinds.settings }).from(kinds)
  const found = new Map(rows.flatMap((k) => k.settings.facts).map((f) => [f.key, f]))
  return [...found.values()]
}

/** The figures a job's papers show now. */
export const figuresOf = (loaded: LoadedJob, paperKind: string): PaperFigures => ({
  pricing: loaded.pricing,
  priced: loaded.priced,
  stages: loaded.stages,
  currency: loaded.business.currency,
  open: paperKind === 'quote',
  planned: {
    plan: loaded.job.plan,
    acceptedOn: loaded.job.agreedOn,
    jobDay: loaded.job.day,
    payments: loaded.payments.map(({ stage, amount, asked }) => ({ stage, amount, asked })),
  },
})

/** Values for a template, from a job to show it by; without a job they are known but not given. */
export async function sampleContext(
  loaded: LoadedJob | null,
  asks: readonly Ask[],
  paperKind: string,
): Promise<{ context: MergeContext; figures: PaperFigures | null }> {
  const facts = await allFacts()
  const guest = loaded?.guests[0]
  const bound: Record<string, Contact> = guest ? { guest } : {}
  const own = { asks, values: {} }
  if (loaded) {
    return { context: mergeContext(loaded, bound, own, facts), figures: figuresOf(loaded, paperKind) }
  }
  const business = await theBusiness()
  const nothing = { starts: null, ends: null, day: null, place: '', people: null, facts: {}, title: '', id: '' }
  const empty = {
    job: nothing,
    kind: { name: '' },
    client: null,
    business,
    priced: { total: null, tax: null, net: null },
    stages: [],
    lines: [],
    guests: [],
    today: dayOf(now(), business.timeZone),
  } as unknown as Parameters<typeof mergeContext>[0]
  return { context: mergeContext(empty, bound, own, facts), figures: null }
}
