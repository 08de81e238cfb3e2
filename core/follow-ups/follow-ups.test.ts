import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { circleIn } from './circles'
import { DEEPEST, FLOOD, dueOf, follow } from './engine'
import { askables, furtherFacts } from './facts'
import { type Act, type Facts, type FollowUp, type Occurrence, AT_ONCE, occurrenceKinds } from './model'
import { startersFor } from './starters'
import { failing, holds } from './tests'
import { timed } from './timed'
import { bodyOf, pathOf, pathPart, strangeValues } from './values'
import { type Names, sentenceOf, whyWords } from './words'

const LONDON = { timeZone: 'Europe/London', at: '09:00' }
const tag = (name: string, on = true): Act => ({ do: 'tag', on, what: 'job', tag: name })
const made = (more: Partial<FollowUp> = {}): FollowUp => ({
  id: 'f',
  on: true,
  kinds: [],
  when: { kind: 'signed-all', of: '', days: 0 },
  if: [],
  unless: [],
  steps: [{ after: AT_ONCE, act: tag('signed') }],
  since: '2026-01-01T00:00:00.000Z',
  ...more,
})
const occurred = (more: Partial<Occurrence> = {}): Occurrence => ({
  id: 'o',
  kind: 'signed-all',
  at: '2026-06-12T10:30:00.000Z',
  jobId: 'j',
  contactId: null,
  paperId: null,
  of: ['contract', 't:hire'],
  because: [],
  ...more,
})
const none = (): Facts => ({})

describe('what follows', () => {
  const letters = fc.constantFrom('a', 'b', 'c', 'd')
  const kind = fc.constantFrom('tag-on' as const, 'tag-off' as const, 'signed-all' as const)
  const anyFollowUp = fc.record({
    id: fc.constantFrom('f1', 'f2', 'f3', 'f4', 'f5'),
    kind,
    of: fc.option(letters, { nil: '' }),
    acts: fc.array(fc.tuple(letters, fc.boolean(), fc.integer({ min: 0, max: 3 })), { minLength: 1, maxLength: 3 }),
  })
  const followUps = fc.uniqueArray(anyFollowUp, { selector: (f) => f.id, maxLength: 5 }).map((all) =>
    all.map((f) =>
      made({
        id: f.id,
        when: { kind: f.kind, of: f.of, days: 0 },
        steps: f.acts.map(([name, on, days]) => ({ after: { from: 'then', days }, act: tag(name, on) })),
      }),
    ),
  )
  const occurrences = fc
    .array(
      fc.record({
        id: fc.nat({ max: 30 }).map(String),
        kind,
        of: letters.map((l) => [l]),
        minute: fc.nat({ max: 59 }),
        jobId: fc.constantFrom('j1', 'j2'),
      }),
      { maxLength: 30 },
    )
    .map((all) =>
      all.map(({ minute, id, ...o }) =>
        occurred({
          ...o,
          id: `${id} ${o.kind} ${o.of[0]} ${minute} ${o.jobId}`,
          at: `2026-06-12T10:${String(minute).padStart(2, '0')}:00.000Z`,
        }),
      ),
    )

  it('is the same in whatever order, and however often, it is told what occurred', () => {
    fc.assert(
      fc.property(followUps, occurrences, fc.infiniteStream(fc.nat()), (rules, all, random) => {
        const shuffled = [...all, ...all]
          .map((o) => [random.next().value, o] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, o]) => o)
        expect(follow([...rules].reverse(), shuffled, none, LONDON)).toEqual(follow(rules, all, none, LONDON))
      }),
    )
  })

  it('is nothing twice', () => {
    fc.assert(
      fc.property(followUps, occurrences, (rules, all) => {
        const { intents } = follow(rules, [...all, ...all], none, LONDON)
        expect(new Set(intents.map((i) => i.key)).size).toBe(intents.length)
      }),
    )
  })

  it('ends, whatever leads to what: no follow-up comes after itself', () => {
    fc.assert(
      fc.property(followUps, occurrences, (rules, all) => {
        let now = all.slice(0, 3)
        let rounds = 0
        while (now.length) {
          expect((rounds += 1)).toBeLessThanOrEqual(Math.min(rules.length, DEEPEST) + 1)
          const { intents } = follow(rules, now, none, LONDON)
          now = intents.map((i) => {
            const from = now.find((o) => o.id === i.occurrence)!
            const act = i.act as Extract<Act, { do: 'tag' }>
            return occurred({
              id: i.key,
              kind: act.on ? 'tag-on' : 'tag-off',
              of: [act.tag],
              at: from.at,
              jobId: from.jobId,
              because: [...from.because, i.followUp],
            })
          })
          for (const o of now) expect(new Set(o.because).size).toBe(o.because.length)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('goes by kind of paper, template, kind of job, tests, and not before it was switched on', () => {
    const run = (
      f: Partial<FollowUp>,
      o: Partial<Occurrence> = {},
      facts: Facts = { 'job.kind': 'hire', 'job.total': 54000 },
    ) => follow([made(f)], [occurred(o)], () => facts, LONDON).intents.length
    expect(run({})).toBe(1)
    expect(run({ when: { kind: 'signed-all', of: 'contract', days: 0 } })).toBe(1)
    expect(run({ when: { kind: 'signed-all', of: 't:hire', days: 0 } })).toBe(1)
    expect(run({ when: { kind: 'signed-all', of: 'waiver', days: 0 } })).toBe(0)
    expect(run({ kinds: ['hire'] })).toBe(1)
    expect(run({ kinds: ['course'] })).toBe(0)
    expect(run({ if: [[{ fact: 'job.total', is: 'above', value: '50000' }]] })).toBe(1)
    expect(run({ if: [[{ fact: 'job.total', is: 'above', value: '54000' }]] })).toBe(0)
    expect(run({ since: '2026-06-12T10:30:00.001Z' })).toBe(0)
    expect(run({ on: false })).toBe(0)
    expect(run({}, { because: ['f'] })).toBe(0)
  })

  it('says why it does nothing: a test, a circle, too deep, a flood, a day that isn’t known', () => {
    const why = (f: Partial<FollowUp>, o: Partial<Occurrence> = {}) =>
      follow([made(f)], [occurred(o)], none, LONDON).left.map((l) => l.why.kind)
    expect(why({ if: [[{ fact: 'x', is: 'given', value: '' }]] })).toEqual(['test'])
    expect(why({}, { because: ['a', 'f'] })).toEqual(['circle'])
    expect(why({}, { because: Array.from({ length: DEEPEST }, (_, i) => `r${i}`) })).toEqual(['deep'])
    expect(why({ steps: [{ after: { from: 'day', days: -7 }, act: tag('x') }] })).toEqual(['no-day'])
    const many = Array.from({ length: FLOOD.job + 5 }, (_, i) =>
      occurred({ id: `o${i}`, at: `2026-06-12T10:00:${String(i).padStart(2, '0')}.000Z` }),
    )
    const { intents, left } = follow([made()], many, none, LONDON)
    expect([intents.length, left.map((l) => l.why.kind)]).toEqual([FLOOD.job, Array.from({ length: 5 }, () => 'flood')])
    // A day later it may again.
    expect(
      follow([made()], [...many, occurred({ id: 'later', at: '2026-06-13T10:01:00.000Z' })], none, LONDON).intents,
    ).toHaveLength(FLOOD.job + 1)
    // What ran before counts, too.
    expect(follow([made()], [occurred()], none, LONDON, () => ({ job: FLOOD.job, all: 0 })).intents).toEqual([])
  })

  it('is due at once, days later at the same time of day, or by the job’s day, over clock changes', () => {
    const at = '2026-03-27T18:00:00.000Z'
    expect(dueOf(AT_ONCE, at, null, LONDON)).toBe(at)
    // The clocks go forward on the 29th: still 18:00 in London.
    expect(dueOf({ from: 'then', days: 3 }, at, null, LONDON)).toBe('2026-03-30T17:00:00.000Z')
    expect(dueOf({ from: 'day', days: -7 }, at, '2026-06-12', LONDON)).toBe('2026-06-05T08:00:00.000Z')
    // A day that has passed is due at once.
    expect(dueOf({ from: 'day', days: -7 }, at, '2026-03-28', LONDON)).toBe(at)
    expect(dueOf({ from: 'day', days: 0 }, at, null, LONDON)).toBeNull()
    // A time that the clocks skip is an hour later.
    expect(dueOf({ from: 'day', days: 0 }, at, '2026-03-29', { timeZone: 'Europe/London', at: '01:30' })).toBe(
      '2026-03-29T01:30:00.000Z',
    )
  })
})

describe('what the days bring about', () => {
  const on = (kind: 'day' | 'unanswered' | 'overdue' | 'stage-due', days: number) =>
    made({ id: `${kind}${days}`, when: { kind, of: '', days } })
  const job = {
    jobId: 'j',
    contactId: null,
    day: '2026-06-12',
    quotes: [{ paperId: 'q', of: ['quote'], sent: '2026-06-01' }],
    stages: [{ key: 'deposit', dueOn: '2026-06-03' }],
  }
  it('is told on its day, at the time things are done', () => {
    const all = timed(
      [on('day', -2), on('unanswered', 4), on('overdue', 1), on('stage-due', 0)],
      [job],
      '2026-06-01',
      '2026-06-30',
      LONDON,
    )
    expect(all.map((o) => [o.kind, o.at, o.days])).toEqual([
      ['day', '2026-06-10T08:00:00.000Z', -2],
      ['unanswered', '2026-06-05T08:00:00.000Z', 4],
      ['stage-due', '2026-06-03T08:00:00.000Z', 0],
      ['overdue', '2026-06-04T08:00:00.000Z', 1],
    ])
  })
  it('is the same however the days are cut, and only what is asked for', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 29 }), (cut) => {
        const d = (n: number) => `2026-06-${String(n).padStart(2, '0')}`
        const rules = [on('day', -2), on('unanswered', 4), on('overdue', 1)]
        const parts = [...timed(rules, [job], d(1), d(cut), LONDON), ...timed(rules, [job], d(cut + 1), d(30), LONDON)]
        const sorted = (all: Occurrence[]) => all.map((o) => o.id).sort()
        expect(sorted(parts)).toEqual(sorted(timed(rules, [job], d(1), d(30), LONDON)))
      }),
    )
    expect(timed([made()], [job], '2026-06-01', '2026-06-30', LONDON)).toEqual([])
  })
  it('is another once the day is moved', () => {
    const of = (day: string) => timed([on('day', -2)], [{ ...job, day }], '2026-06-01', '2026-06-30', LONDON)[0]!.id
    expect(of('2026-06-12')).not.toBe(of('2026-06-13'))
  })
})

describe('a test', () => {
  it.each([
    ['above', 54000, '50000', true],
    ['above', null, '0', false],
    ['below', '3.5', '3.5001', true],
    ['below', 'three', '4', false],
    ['is', '3.50', '3.5', true],
    ['is', 'Strand', 'strand', true],
    ['is-not', null, 'strand', true],
    ['has', ['VIP', 'Lake'], 'vip', true],
    ['has-not', ['VIP'], 'vip', false],
    ['has', 'The old mill', 'MILL', true],
    ['before', '2026-06-12', '2026-06-13', true],
    ['after', null, '2026-06-13', false],
    ['given', false, '', false],
    ['given', [], '', false],
    ['missing', '', '', true],
    ['is', true, 'yes', true],
  ] as const)('%s %j %s is %s', (is, have, value, wanted) => {
    expect(holds({ fact: 'f', is, value }, { f: have as never })).toBe(wanted)
  })
  it('is one of several, and all have to hold', () => {
    const is = (value: string) => ({ fact: 'k', is: 'is' as const, value })
    expect(failing([[is('a'), is('b')]], { k: 'b' })).toBeNull()
    expect(failing([[is('a')], [is('b')]], { k: 'b' })).toEqual([is('a')])
    expect(failing([[], []], {})).toBeNull()
  })
})

describe('a circle', () => {
  const on = (id: string, of: string, then: Act) =>
    made({ id, when: { kind: 'tag-on', of, days: 0 }, steps: [{ after: AT_ONCE, act: then }] })
  it('is found before it is switched on', () => {
    expect(circleIn([on('a', 'x', tag('y')), on('b', 'y', tag('X'))])).toEqual(['a', 'b', 'a'])
    expect(circleIn([on('a', 'x', tag('x'))])).toEqual(['a', 'a'])
    expect(circleIn([on('a', 'x', tag('y')), on('b', 'y', tag('z'))])).toBeNull()
    expect(circleIn([on('a', 'x', tag('y', false)), on('b', 'y', tag('x'))])).toBeNull()
    expect(circleIn([{ ...on('a', 'x', tag('y')), on: false }, on('b', 'y', tag('x'))])).toBeNull()
  })
  it('is none between kinds of job that have nothing to do with each other', () => {
    expect(
      circleIn([
        { ...on('a', 'x', tag('y')), kinds: ['k'] },
        { ...on('b', 'y', tag('x')), kinds: ['l'] },
      ]),
    ).toBeNull()
  })
})

const NAMES: Names = {
  askables: askables([{ id: 'hire', name: 'Hire' }], [], [{ key: 'wood', label: 'Wood', unit: '', type: 'tick' }]),
  of: { contract: 'a contract' },
  members: { m: 'Jonah' },
  templates: {},
  systems: {},
  kinds: {},
  currency: 'GBP',
  locale: 'en-GB',
}

describe('a follow-up as it is told', () => {
  it('is a sentence', () => {
    expect(
      sentenceOf(
        made({
          when: { kind: 'signed-all', of: 'contract', days: 0 },
          if: [[{ fact: 'job.total', is: 'above', value: '50000' }]],
          unless: [[{ fact: 'job.calledOff', is: 'given', value: '' }]],
          steps: [
            { after: AT_ONCE, act: { do: 'invoice' } },
            { after: { from: 'day', days: -7 }, act: { do: 'task', words: 'Load the van', member: 'm', by: AT_ONCE } },
          ],
        }),
        NAMES,
      ),
    ).toBe(
      'When a contract is signed by all and the total is above £500.00, then raise the invoice and 7 days before the day give Jonah the task “Load the van”, unless it is called off.',
    )
  })
  it('says what the record says instead', () => {
    const why = (fact: string, is: 'above' | 'given' | 'is', value: string, facts: Facts) =>
      whyWords({ kind: 'test', tests: [{ fact, is, value }] }, facts, NAMES)
    expect(why('job.total', 'above', '50000', { 'job.total': 48800 })).toBe('£488.00 is not above £500.00.')
    expect(why('job.kind', 'is', 'hire', {})).toBe('The kind of job is not Hire.')
    expect(why('job.agreed', 'given', '', {})).toBe('It isn’t agreed.')
    expect(why('fact.gone', 'given', '', {})).toBe('What was called fact.gone is not known.')
  })
  it('begins with six that name only what there is', () => {
    const all = startersFor('m')
    expect(all).toHaveLength(6)
    const known = new Set(NAMES.askables.map((a) => a.key))
    for (const s of all) {
      for (const t of [...s.if, ...s.unless].flat()) expect(known, s.key).toContain(t.fact)
      expect(occurrenceKinds).toContain(s.when.kind)
      for (const { act } of s.steps)
        for (const text of Object.values(act)) if (typeof text === 'string') expect(strangeValues(text, [])).toEqual([])
    }
    expect(circleIn(all.map((s) => made({ id: s.key, ...s })))).toBeNull()
  })
})

describe('values in words', () => {
  it('are known by name', () => {
    expect(strangeValues('{job} of {client}, {wood}, {wat}', ['wood'])).toEqual(['wat'])
  })
  it('never make a path of their own, whatever they say', () => {
    fc.assert(
      fc.property(fc.string(), (client) => {
        const parts = pathOf('Clients/{client}/../2026', { client })
        expect(parts).toHaveLength(4)
        for (const p of parts) {
          expect(p).not.toMatch(/[/\\\u0000-\u001f]/)
          expect(['', '.', '..']).not.toContain(p)
        }
      }),
    )
    expect(pathPart('../../etc')).toBe('-..-etc')
  })
  it('stand in a body as text, whatever they say', () => {
    fc.assert(
      fc.property(fc.string(), (client) => {
        expect(bodyOf('{"a":{"b":["{client} signed"]},"n":1}', { client })).toEqual({
          a: { b: [`${client} signed`] },
          n: 1,
        })
      }),
    )
    expect(() => bodyOf('{nope', {})).toThrow()
  })
  it('take ticks as yes', () => {
    expect(furtherFacts({ wood: 'yes', note: '', size: '4' })).toEqual({
      'fact.wood': true,
      'fact.note': null,
      'fact.size': '4',
    })
  })
})

describe('a tag that is waited for', () => {
  it('is the same whatever its capitals', () => {
    const on = made({ when: { kind: 'tag-on', of: 'VIP', days: 0 } })
    const run = (tagged: string) =>
      follow([on], [occurred({ kind: 'tag-on', of: [tagged] })], none, LONDON).intents.length
    expect([run('vip'), run('VIP'), run('lake')]).toEqual([1, 1, 0])
  })
})
