import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Ask } from '../document/model'
import { minor } from '../money/money'
import { type JobRecord, askingFor, mergeContext } from './context'

const client = {
  id: 'c1',
  name: 'Ines Marlow',
  email: 'ines@marlow.example',
  phone: '+44 7700 900112',
  address: '4 Weir Lane\nLarkmoor',
  born: null,
}
const record = (over: Partial<JobRecord> = {}): JobRecord => ({
  job: {
    id: 'j1',
    title: 'Marlow garden weekend',
    day: '2026-06-12',
    starts: '2026-06-12T14:00',
    ends: null,
    furtherDays: [{ starts: '2026-06-19T14:00', ends: '2026-06-19T18:00' }],
    place: 'Weir Lane',
    people: 12,
    facts: { water: '30' },
    plan: {},
  },
  rhythm: null,
  kind: { name: 'Garden weekend' },
  client,
  guests: [],
  lines: [],
  priced: { total: minor(38916), tax: minor(6486), net: minor(32430) },
  stages: [],
  business: {
    name: 'Larkmoor Saunas',
    legalName: 'Larkmoor Saunas Ltd',
    address: '1 Quay\nLarkmoor',
    email: 'hello@larkmoor.example',
    phone: '',
    taxNumber: '',
    bank: '',
    currency: 'GBP',
    timeZone: 'Europe/London',
    settings: { locale: 'de-DE' },
  },
  today: '2026-06-01',
  ...over,
})
const none = { asks: [], values: {}, number: '' }
const AT = '2026-06-01T23:30:00.000Z'
const valueOf = (path: string, ...args: Partial<Parameters<typeof mergeContext>>) =>
  mergeContext(args[0] ?? record(), args[1] ?? {}, args[2] ?? none, args[3] ?? [], args[4] ?? AT).values[path]

describe('the values a paper may take', () => {
  it('come each from a record and a fact of it, so that they are corrected there', () => {
    expect(valueOf('client.address')).toEqual({
      value: '4 Weir Lane, Larkmoor',
      type: 'text',
      label: 'Client’s address',
      source: { path: 'client.address', label: 'Client’s address', record: 'contact', id: 'c1', fact: 'address' },
    })
    expect(valueOf('job.day')!.source).toMatchObject({ record: 'job', id: 'j1', fact: 'starts' })
    expect(valueOf('money.total')).toMatchObject({ value: 38916, type: 'amount', source: { fact: null } })
  })

  it('are not given where the record has nothing', () => {
    expect(valueOf('business.phone')!.value).toBeNull()
    expect(valueOf('client.name', record({ client: null }))!.value).toBeNull()
    expect(valueOf('money.deposit')).toMatchObject({ value: null, label: 'deposit' })
  })

  it('have a fact of any kind of job, with its unit', () => {
    const facts = [
      { key: 'water', label: 'Water', unit: 'm' },
      { key: 'power', label: 'Power', unit: '' },
    ]
    expect(valueOf('job.water', record(), {}, none, facts)!.value).toBe('30 m')
    expect(valueOf('job.power', record(), {}, none, facts)!.value).toBeNull()
  })

  it('date the paper by the day it is where the business is', () => {
    expect(valueOf('paper.date')!.value).toBe('2026-06-02')
  })

  it('know a party of the paper’s own by its key', () => {
    expect(valueOf('supplier.email', record(), { supplier: client })).toMatchObject({
      value: 'ines@marlow.example',
      label: 'Supplier’s e-mail',
    })
  })

  it('list priced lines, guests and the stages that ask for something', () => {
    const { lists } = mergeContext(
      record({
        lines: [{ key: 'l1', description: 'Sauna', quantity: '2', unit: 'day' }],
        guests: [client],
        stages: [
          { key: 'deposit', label: 'Deposit', amount: minor(100), dueOn: '2026-06-03' },
          { key: 'damage', label: 'Damage', amount: minor(0), dueOn: null },
        ],
      }),
      {},
      none,
      [],
      AT,
    )
    expect(lists.lines![0]!.quantity).toMatchObject({ value: '2', source: { path: 'lines.l1.quantity' } })
    expect(lists.guests!.map((g) => g.name!.value)).toEqual(['Ines Marlow'])
    expect(lists.stages!.map((s) => s.label!.value)).toEqual(['Deposit'])
  })
})

describe('a guest’s age', () => {
  const ageOn = (born: string, day: string | null) =>
    valueOf('guest.age', record({ job: { ...record().job, day }, today: '2026-06-01' }), {
      guest: { ...client, born },
    })!.value

  it.each([
    ['2008-06-12', '2026-06-12', 18],
    ['2008-06-13', '2026-06-12', 17],
    ['2008-02-29', '2026-02-28', 17],
    ['2008-02-29', '2026-03-01', 18],
  ])('born %s is, on %s, %i', (born, day, age) => expect(ageOn(born, day)).toBe(age))

  it('counts today where the job has no day yet', () => expect(ageOn('2008-06-01', null)).toBe(18))

  it('is told by whole years: one more on each birthday, never on another day', () => {
    const date = fc.date({ min: new Date('1940-01-01'), max: new Date('2020-12-31'), noInvalidDate: true })
    fc.assert(
      fc.property(date, fc.integer({ min: 0, max: 40_000 }), (d, days) => {
        const born = d.toISOString().slice(0, 10)
        const day = new Date(d.getTime() + days * 86_400_000).toISOString().slice(0, 10)
        const age = Number(ageOn(born, day))
        const birthday = (n: number) => `${String(Number(born.slice(0, 4)) + n)}${born.slice(4)}`
        expect(birthday(age) <= day && birthday(age + 1) > day).toBe(true)
      }),
    )
  })
})

describe('the days of a job', () => {
  it('are what a paper may repeat a row for: its own and the further ones', () => {
    const { lists } = mergeContext(record(), {}, none, [], AT)
    expect(lists.days!.map((d) => [d.starts!.value, d.ends!.value])).toEqual([
      ['2026-06-12T14:00', null],
      ['2026-06-19T14:00', '2026-06-19T18:00'],
    ])
  })
})

describe('a value of the paper’s own', () => {
  const ask = (type: Ask['type'], required = true): Ask => ({ key: 'a', label: 'A', type, required }) as Ask
  const given = (type: Ask['type'], text: string) =>
    valueOf('paper.a', record(), {}, { asks: [ask(type)], values: { a: text }, number: '' })

  it.each([
    ['text', '  as it is  ', 'as it is'],
    ['number', '1.234,5', 1234.5],
    ['amount', '1.234,50', 123450],
    ['day', '2026-02-29', null],
    ['day', '2028-02-29', '2028-02-29'],
    ['amount', 'much', null],
    ['text', '   ', null],
  ] as const)('of kind %s: %j is read, as the business writes, as %j', (type, text, value) =>
    expect(given(type, text)!.value).toBe(value),
  )

  it('that need not be given is no gap when it isn’t', () => {
    expect(valueOf('paper.a', record(), {}, { asks: [ask('text', false)], values: {}, number: '' })).toMatchObject({
      value: null,
      optional: true,
    })
    expect(given('text', 'x')).not.toHaveProperty('optional')
  })

  it('can be used the moment it is named on a sheet, and not once it is asked no more', () => {
    const kept = mergeContext(record(), {}, { asks: [ask('text')], values: { a: 'given' }, number: '' }, [], AT)
    const renamed = askingFor(kept, [
      { ...ask('text'), label: 'Gate code' },
      { ...ask('day'), key: 'b' },
    ])
    expect(renamed.values['paper.a']).toMatchObject({ value: 'given', label: 'Gate code' })
    expect(renamed.values['paper.b']).toMatchObject({ value: null, type: 'day', source: { record: 'paper' } })
    const none = askingFor(renamed, [])
    expect(Object.keys(none.values).filter((k) => k.startsWith('paper.'))).toEqual(['paper.number', 'paper.date'])
    expect(none.values['job.title']).toEqual(kept.values['job.title'])
  })
})
