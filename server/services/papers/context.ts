import type { MergeContext, MergeValue } from '../../../core/merge/merge'
import { dayOf } from '../../../core/calendar/dates'
import { now } from '../../clock'
import type { contacts } from '../../db/schema'
import type { LoadedJob } from '../jobs/load'

type Contact = typeof contacts.$inferSelect

/** All values a job's papers may take, each with the record and fact it comes from. */
export function mergeContext(loaded: LoadedJob, guest: Contact | null): MergeContext {
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
  person('client', 'Client', client)
  person('guest', 'Guest', guest)
  put('job.title', 'Title', 'job', job.id, 'title', 'text', job.title)
  put('job.kind', 'Kind', 'job', job.id, null, 'text', kind.name)
  put('job.day', 'Day', 'job', job.id, 'starts', 'day', job.day ?? null)
  put('job.starts', 'Start', 'job', job.id, 'starts', 'local', job.starts)
  put('job.ends', 'End', 'job', job.id, 'ends', 'local', job.ends)
  put('job.place', 'Place', 'job', job.id, 'place', 'text', job.place)
  put('job.people', 'Number of people', 'job', job.id, 'people', 'number', job.people)
  for (const rule of kind.settings.facts)
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
  put('paper.date', 'Date of the paper', 'paper', null, null, 'day', dayOf(now(), business.timeZone))
  const list = (items: Record<string, [MergeValue['type'], MergeValue['value']]>[]) =>
    items.map((item) =>
      Object.fromEntries(
        Object.entries(item).map(([k, [type, value]]) => [
          k,
          { type, value, label: k, source: { path: k, label: k, record: 'job' as const, id: job.id, fact: null } },
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
          quantity: ['text', l.quantity],
          unit: ['text', l.unit],
        })),
      ),
      guests: list(loaded.guests.map((g) => ({ name: ['text', g.name], email: ['text', g.email] }))),
      stages: list(
        stages
          .filter((s) => s.amount > 0)
          .map((s) => ({ label: ['text', s.label], amount: ['amount', s.amount], due: ['day', s.dueOn] })),
      ),
    },
  }
}
