import { describe, expect, it } from 'vitest'
import { paper } from '../../tests/support/paper'
import { clause, field, h, p } from '../document/build'
import type { Block, PaperDocument } from '../document/model'
import { withIds, fieldsOf } from '../document/walk'
import type { Mark, Marked } from '../marking/model'
import { type MergeContext, type MergeValue, merge } from '../merge/merge'
import { minor } from '../money/money'
import { type PreflightInput, RULES, preflight } from './preflight'

const value = (v: MergeValue['value'], path: string, type: MergeValue['type'] = 'text', label = path): MergeValue => ({
  value: v,
  type,
  label,
  source: { path, label, record: 'job', id: 'j1', fact: path.split('.')[1]! },
})
const VALUES = {
  'client.name': value('Ines Marlow', 'client.name'),
  'job.place': value('Orchard House', 'job.place', 'text', 'Place'),
  'job.starts': value('2026-06-12T16:00', 'job.starts', 'local'),
  'job.ends': value('2026-06-14T11:00', 'job.ends', 'local'),
  'money.total': value(minor(86856), 'money.total', 'amount'),
  'money.balance.due': value('2026-06-10', 'money.balance.due', 'day'),
  'guest.under18': value(false, 'guest.under18'),
  'guest.born': value(null, 'guest.born'),
  'job.young': value('0', 'job.young'),
}
const sign = (party: string): Block => field({ key: `${party}-s`, type: 'signature', party, label: 'Signature' })
interface Scene {
  kind?: string
  body?: Block[]
  parties?: PaperDocument['parties']
  values?: Record<string, MergeValue>
  job?: Partial<NonNullable<PreflightInput['job']>> | null
  over?: Partial<PreflightInput>
}

function notes({ kind = 'contract', body = [], parties, values = {}, job = {}, over = {} }: Scene) {
  const template = withIds(
    paper([h(1, 'Agreement'), ...body, sign('client'), sign('business')], parties ? { parties } : {}),
  )
  const context: MergeContext = { values: { ...VALUES, ...values }, lists: { guests: [] }, currency: 'GBP' }
  const { document, gaps } = merge(template, context)
  const people = document.parties.map((x) => ({ party: x.key, name: `Person ${x.key}`, email: `${x.key}@example.com` }))
  return preflight({
    kind,
    template,
    document,
    gaps,
    fields: fieldsOf(document),
    clauseProblems: [],
    context,
    overflows: [],
    job:
      job === null
        ? null
        : {
            people,
            lapsesAt: null,
            day: '2026-06-12',
            today: '2026-06-01',
            total: 86856,
            invoiced: true,
            figures: {} as never,
            otherClients: ['Wanda Keel', 'Bo'],
            ...job,
          },
    ...over,
  })
}
const TEXT = { type: 'text' as const, party: 'client', label: 'Words' }
const blank = (id: string, more: Partial<Mark> = {}): Mark => ({
  id,
  page: 1,
  x: 50,
  y: 100,
  w: 120,
  h: 16,
  state: 'settled',
  from: 'found',
  why: '',
  confidence: 0.9,
  field: { key: id, type: 'text', party: 'client', label: `Blank ${id}`, required: true },
  ...more,
})
const onTable = (marks: Mark[]): Marked => ({
  sha: '0'.repeat(64),
  name: 'form.pdf',
  pages: [{ w: 595, h: 842 }],
  marks,
  strikes: [],
  read: 1,
  removed: [],
  unplaced: [],
})
const BUSINESS_BLOCK = ['x', 'y'].map((id) =>
  blank(id, { foundParty: 'business', field: { key: id, type: 'text', party: 'business', label: id, required: true } }),
)
const GUEST = [{ key: 'guest', label: 'Guest' }]
const client = { party: 'client', name: 'Ines', email: 'ines@marlow.example' }

/** Each case: the rule that speaks, a paper it speaks about, and a near one of which it says nothing. */
const CASES: [rule: string, severity: 'stop' | 'warn', words: string, bad: Scene, good: Scene][] = [
  [
    'missingValue',
    'stop',
    'Place is missing.',
    { body: [p('at {job.place}')], values: { 'job.place': value(null, 'job.place', 'text', 'Place') } },
    { body: [p('at {job.place}')] },
  ],
  [
    'unknownValue',
    'stop',
    '“job.moon”, which no record has',
    { body: [p('{job.moon}')] },
    { body: [p('{job.place}')] },
  ],
  [
    'unknownValue',
    'stop',
    '“herd”, which no record has',
    { body: [p('{item.name}', { each: 'herd' })] },
    { body: [p('{item.name}', { each: 'guests' })] },
  ],
  [
    'nobodyBound',
    'stop',
    'Nobody stands for Client yet.',
    { job: { people: [{ party: 'client', name: '', email: '' }] } },
    { job: { people: [client] } },
  ],
  [
    'nobodyFills',
    'stop',
    'there is no party “witness”',
    { body: [field({ key: 'w', type: 'text', party: 'witness', label: 'Seen' })] },
    { body: [field({ key: 'w', type: 'text', party: 'client', label: 'Seen' })] },
  ],
  [
    'nothingToSign',
    'stop',
    'Guest has nowhere to sign',
    { parties: [...paper([]).parties, ...GUEST], job: null },
    { parties: [...paper([]).parties, ...GUEST], body: [sign('guest')], job: null },
  ],
  [
    'missingSignoff',
    'stop',
    'A contract has to be signed by the client',
    { parties: [{ key: 'business', label: 'Business' }] },
    {},
  ],
  [
    'guardian',
    'stop',
    'under 18 and this paper has no guardian',
    { parties: GUEST, kind: 'waiver', values: { 'guest.under18': value(true, 'guest.under18') } },
    {
      parties: [...GUEST, { key: 'guardian', label: 'Guardian' }],
      kind: 'waiver',
      values: { 'guest.under18': value(true, 'guest.under18') },
    },
  ],
  [
    'guardian',
    'warn',
    'this guest’s date of birth isn’t known',
    { parties: GUEST, kind: 'waiver', values: { 'job.young': value('3', 'job.young') } },
    { parties: GUEST, kind: 'waiver' },
  ],
  [
    'brokenClause',
    'stop',
    'leads back to itself',
    { over: { clauseProblems: [{ clause: 'fire', why: 'circular' }] } },
    {},
  ],
  [
    'brokenClause',
    'stop',
    'refers to a clause that isn’t on the paper',
    { body: [{ t: 'paragraph', content: [{ t: 'ref', to: 'gone' }] }] },
    {
      body: [
        h(2, 'Money', true),
        { ...clause('a'), id: 'there' },
        { t: 'paragraph', content: [{ t: 'ref', to: 'there' }] },
      ],
    },
  ],
  ['overflow', 'stop', '“Note” is too long', { over: { overflows: [{ key: 'n', label: 'Note' }] } }, {}],
  [
    'dates',
    'stop',
    'deadline has passed',
    { job: { lapsesAt: '2026-05-01T10:00:00Z' } },
    { job: { lapsesAt: '2026-06-05T10:00:00Z' } },
  ],
  [
    'dates',
    'warn',
    'after the job’s day',
    { job: { lapsesAt: '2026-07-01T10:00:00Z' } },
    { job: { lapsesAt: '2026-06-12T10:00:00Z' } },
  ],
  ['dates', 'warn', 'in the past', { job: { day: '2026-05-01' } }, { job: { day: '2026-06-01' } }],
  [
    'dates',
    'stop',
    'ends before it begins',
    { values: { 'job.ends': value('2026-06-01T10:00', 'job.ends', 'local') } },
    { values: { 'job.ends': value('2026-06-12T18:00', 'job.ends', 'local') } },
  ],
  [
    'dates',
    'warn',
    'counted from the job’s day, which isn’t set',
    { body: [p('due {money.balance.due|long|later}')], job: { day: null } },
    { body: [p('due {money.balance.due|long|later}')] },
  ],
  [
    'totalsDiffer',
    'warn',
    'The text says £900.00',
    { body: [p('The total is £900.00.')] },
    { body: [p('The total is £868.56, the hose costs £12.00.')] },
  ],
  ['placeholder', 'warn', '“____”', { body: [p('Gate: ____ metres')] }, { body: [p('Gate: two_metres wide')] }],
  [
    'placeholder',
    'warn',
    '“[client name]”',
    { body: [p('for [client name]')] },
    { body: [p('for a client (named below)')] },
  ],
  [
    'doubledWord',
    'warn',
    '“the the”',
    { body: [p('put out the the stove')] },
    { body: [p('what he had had, that that')] },
  ],
  [
    'otherClient',
    'warn',
    '“Wanda Keel” is a client of another job',
    { body: [p('as agreed with wanda keel')] },
    { body: [p('as agreed with {client.name}, Bo')] },
  ],
  [
    'neverHolds',
    'warn',
    '“job.moon”, which no record has',
    { body: [p('x', { when: { path: 'job.moon', is: 'set' } })] },
    { body: [p('x', { when: { path: 'job.place', is: 'set' } })] },
  ],
  [
    'neverHolds',
    'warn',
    'the opposite of “job.young”',
    {
      body: [
        {
          t: 'keep',
          when: { path: 'job.young', is: 'above', than: 3 },
          content: [p('x', { when: { path: 'job.young', is: 'below', than: 2 } })],
        },
      ],
    },
    {
      body: [
        {
          t: 'keep',
          when: { path: 'job.young', is: 'above', than: 3 },
          content: [p('x', { when: { path: 'job.young', is: 'below', than: 9 } })],
        },
      ],
    },
  ],
  [
    'unreachable',
    'warn',
    'no e-mail address',
    { job: { people: [{ ...client, email: '' }] } },
    { job: { people: [client] } },
  ],
  [
    'unreachable',
    'warn',
    'can’t be written to',
    { job: { people: [{ ...client, email: 'ines at marlow' }] } },
    { job: { people: [client] } },
  ],
  ['noPrice', 'warn', 'The total is 0.', { job: { total: 0 } }, { job: { total: 0 }, kind: 'form' }],
  [
    'invoiceAddress',
    'warn',
    'needs the client’s address',
    { values: { 'client.address': value(null, 'client.address') } },
    { values: { 'client.address': value(null, 'client.address') }, job: { total: 24999 } },
  ],
  [
    'cardNumber',
    'stop',
    'Take payment through the payment step',
    { body: [field({ key: 'c', type: 'text', party: 'client', label: 'Credit card number' })] },
    { body: [field({ key: 'c', type: 'text', party: 'client', label: 'Membership card colour' })] },
  ],
  [
    'ruleTrouble',
    'stop',
    'circle',
    {
      body: [
        field({ ...TEXT, key: 'a', show: { field: 'b', is: 'filled' } }),
        field({ ...TEXT, key: 'b', show: { field: 'a', is: 'filled' } }),
      ],
    },
    { body: [field({ ...TEXT, key: 'a', show: { field: 'b', is: 'filled' } }), field({ ...TEXT, key: 'b' })] },
  ],
  [
    'uncoveredBlank',
    'warn',
    'covered by no field',
    { over: { marked: onTable([blank('a', { state: 'proposed' })]) } },
    { over: { marked: onTable([blank('a'), blank('b', { state: 'dismissed', y: 300 })]) } },
  ],
  [
    'offBlank',
    'warn',
    'stands on no blank',
    { over: { marked: onTable([blank('a'), blank('b', { from: 'hand', y: 300 })]) } },
    { over: { marked: onTable([blank('a'), blank('b', { from: 'hand', x: 55 })]) } },
  ],
  [
    'otherBlock',
    'warn',
    'stands in the block of Business',
    { over: { marked: onTable([blank('a', { foundParty: 'business' }), ...BUSINESS_BLOCK]) } },
    { over: { marked: onTable([blank('a', { foundParty: 'client' }), ...BUSINESS_BLOCK]) } },
  ],
]

describe('preflight', () => {
  it('has nothing to say of a paper that can go', () => expect(notes({ body: [p('At {job.place}.')] })).toEqual([]))

  it.each(CASES)('%s (%s): %s', (rule, severity, words, bad, good) => {
    expect(notes(bad)).toContainEqual(
      expect.objectContaining({ rule, severity, words: expect.stringContaining(words) as string }),
    )
    expect(notes(good).filter((n) => n.rule === rule && n.words.includes(words))).toEqual([])
  })

  it('has a case for every rule', () =>
    expect(new Set(CASES.map(([rule]) => rule))).toEqual(new Set(Object.keys(RULES))))

  it('gives the text of a doubled word as it should read, and says where', () => {
    const [note] = notes({ body: [p('put out *the the* stove')] })
    expect(note).toMatchObject({ at: 'b2', cure: { kind: 'reword', block: 'b2' } })
    expect(note!.cure!.kind === 'reword' && note!.cure!.content.map((i) => ('text' in i ? i.text : '')).join('')).toBe(
      'put out the stove',
    )
  })
})
