import { clause, field, h, p } from '../../core/document/build'
import { paper } from './paper'
import { BUSINESS_BLOCK, GUEST, type Scene, TEXT, blank, client, onTable, sign, value } from './preflight'

/** For every rule, what it says of a bad paper, and a good one it says nothing of. */
export const CASES: [rule: string, severity: 'stop' | 'warn', words: string, bad: Scene, good: Scene][] = [
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
  [
    'totalsDiffer',
    'warn',
    '“two hundred and sixty pounds” as the total',
    { body: [p('In all: two hundred and sixty pounds.')] },
    { body: [p('In all Eight Hundred Sixty-eight pounds and fifty-six pence; one hundred pounds is held.')] },
  ],
  [
    'weekday',
    'warn',
    '“Friday 12 June 2027”: that day is a Saturday',
    { body: [p('We come on Friday 12 June 2027.')] },
    { body: [p('We come on Saturday 12 June 2027, or on Friday, 12.6.2026.')] },
  ],
  [
    'weekday',
    'warn',
    '“Mittwoch, den 16. Juni 2026”: that day is a Tuesday',
    {
      body: [p('Abholung am Montag und Dienstag, den 16. Juni 2026, Mittwoch, den 16. Juni 2026.')],
      job: { day: null },
    },
    { body: [p('Abholung am Dienstag, den 16. Juni 2026.')] },
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
    'cardNumber',
    'stop',
    'it ends in 4242',
    { body: [p('Charge 4242 4242-4242 4242 on the day.')] },
    { body: [p('Call 01632 960 508, order 4242424242424243, account GB33BUKB20201555555555, 4111-1111-1111-1111/2.')] },
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
    {
      over: {
        marked: onTable([
          blank('a'),
          blank('b', { state: 'dismissed', y: 300 }),
          // What is only perhaps a blank needs nobody to look at it.
          blank('c', { state: 'proposed', confidence: 0.5, y: 400 }),
        ]),
      },
    },
  ],
  [
    'offBlank',
    'warn',
    'drawn where there is no blank. See',
    { over: { marked: onTable([blank('a'), blank('b', { from: 'hand', y: 300 })]) } },
    { over: { marked: onTable([blank('a'), blank('b', { from: 'hand', x: 55 })]) } },
  ],
  [
    'offBlank',
    'warn',
    '3 fields were drawn where there is no blank, the first is',
    {
      over: {
        marked: onTable([blank('a'), ...['b', 'c', 'd'].map((k, i) => blank(k, { from: 'hand', y: 300 + 40 * i }))]),
      },
    },
    { over: { marked: onTable([blank('a'), blank('b', { from: 'hand', y: 300 })]) } },
  ],
  [
    'otherBlock',
    'warn',
    'stands in the block of Business',
    { over: { marked: onTable([blank('a', { foundParty: 'business' }), ...BUSINESS_BLOCK]) } },
    { over: { marked: onTable([blank('a', { foundParty: 'client' }), ...BUSINESS_BLOCK]) } },
  ],
]
