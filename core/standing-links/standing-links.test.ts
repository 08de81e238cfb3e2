import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { waiver } from '../../tests/support/waiver'
import { type Question, linkSettings, question, valueKey } from './model'
import { askedNow, checkAnswers, countingAnswers, sampleAnswers, valuesFor } from './answers'
import { goneHome, homesOf } from './home'
import { copiesTo, namedBy, namedWrong, turnsOf, withAnswers } from './named'
import { isCode, shutFor, weekdayOf } from './open'
import { propose } from './propose'
import { flowStops } from './stops'
import { openedBy, unusable } from './unusable'

const settings = (over: object = {}) => linkSettings.parse(over)
const ask = (label: string, over: Partial<Question> = {}): Question =>
  question.parse({ key: label.toLowerCase().replaceAll(' ', '-'), type: 'text', label, ...over })
const DAY = '2026-06-14'
const fits = () => true

describe('when a standing link is open', () => {
  const standing = { closed: false, today: DAY, taken: 0, free: 20 }
  it.each([
    [{}, { closed: true }, 'closed'],
    [{ from: '2026-06-15' }, {}, 'not-yet'],
    [{ from: DAY, until: DAY }, {}, null],
    [{ until: '2026-06-13' }, {}, 'over'],
    [{ days: [1, 2, 3] }, {}, 'other-day'],
    [{ days: [7] }, {}, null],
    [{ most: 3 }, { taken: 3 }, 'full'],
    [{ most: 3 }, { taken: 2 }, null],
    [{}, { free: 0 }, 'no-places'],
    [{ whileFree: false }, { free: 0 }, null],
    [{}, { free: null }, null],
  ] as const)('with %j and %j it is shut for: %s', (over, now, why) =>
    expect(shutFor(settings(over), { ...standing, ...now })).toBe(why),
  )
  it('never takes more than there are places or signings, however many come at once', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 60 }),
        fc.nat(40),
        fc.nat(40),
        (come, most, free) => {
          let taken = 0
          for (const n of come)
            if (!shutFor(settings({ most: most || 1 }), { ...standing, taken, free: free - taken }, n)) taken += n
          expect(taken).toBeLessThanOrEqual(Math.min(most || 1, free))
        },
      ),
    )
  })
  it('knows its weekdays, and its code however it is typed', () => {
    expect(weekdayOf(DAY)).toBe(7)
    expect(weekdayOf('2026-06-15')).toBe(1)
    expect(isCode(settings({ code: 'BIRCH 42' }), ' birch-42')).toBe(true)
    expect(isCode(settings({ code: 'BIRCH 42' }), 'birch 24')).toBe(false)
    expect(isCode(settings({ code: 'BIRCH 42' }), '')).toBe(false)
  })
  it('is shown only inside addresses that are nothing but a site', () => {
    expect(linkSettings.safeParse({ origins: ['https://www.example.com'] }).success).toBe(true)
    for (const bad of [
      'http://www.example.com',
      'https://www.example.com/a',
      '*',
      "https://a.example; script-src 'x'",
      'https://*',
    ])
      expect(linkSettings.safeParse({ origins: [bad] }).success, bad).toBe(false)
  })
})

describe('which templates can stand behind it', () => {
  const of = (over: object = {}) =>
    unusable({ name: 'Bather’s waiver', kind: 'waiver', parties: waiver.parties, archived: false, ...over })
  it('says why, where one can’t', () => {
    expect(of()).toBeNull()
    expect(of({ kind: 'quote' })).toMatch(/priced for one client/)
    expect(of({ kind: 'contract' })).toMatch(/Use a form/)
    expect(of({ archived: true })).toMatch(/not in the library/)
    expect(of({ parties: [{ key: 'business', label: 'Business' }] })).toMatch(/nobody to sign it/)
    expect(
      of({
        kind: 'form',
        parties: [
          { key: 'client', label: 'Client' },
          { key: 'witness', label: 'Witness' },
        ],
      }),
    ).toMatch(/wants a witness/)
    expect(
      of({
        kind: 'form',
        parties: [
          { key: 'member', label: 'Member' },
          { key: 'business', label: 'Business' },
        ],
      }),
    ).toBeNull()
  })
  it('knows whom whoever opens it stands for', () => {
    expect(openedBy(waiver.parties)).toBe('guest')
    expect(openedBy([{ key: 'business' }, { key: 'member' }])).toBe('member')
    expect(openedBy([{ key: 'business' }, { key: 'guardian' }])).toBeNull()
  })
})

describe('what a form asks', () => {
  const questions = [
    ask('Swims', { type: 'choice', options: ['with help', 'without help'] }),
    ask('Which help', { show: { field: 'swims', is: 'equal', value: 'with help' } }),
    ask('Mornings', { type: 'choices', options: ['Tuesday', 'Saturday'], page: 2 }),
    ask('Heart', { type: 'tick', required: false, page: 2 }),
  ]
  it('is asked only when its rule holds, and only what is asked counts', () => {
    expect(askedNow(questions, { swims: 'without help' }, DAY).map((q) => q.key)).not.toContain('which-help')
    const answers = { swims: 'without help', 'which-help': 'a float', mornings: 'Tuesday; Saturday' }
    expect(countingAnswers(questions, answers, DAY)).toEqual({ swims: 'without help', mornings: 'Tuesday; Saturday' })
    expect(checkAnswers(questions, { swims: 'with help' }, DAY, fits).map((p) => p.key)).toEqual([
      'which-help',
      'mornings',
    ])
    expect(checkAnswers(questions, { swims: 'like a fish', mornings: 'Tuesday' }, DAY, fits)).toMatchObject([
      { key: 'swims', code: 'choice' },
    ])
    expect(checkAnswers(questions, { ...answers, other: 'x' }, DAY, fits)).toMatchObject([
      { key: 'other', code: 'not-yours' },
    ])
  })
  it('can be tried: sample answers are all good ones', () => {
    const all = [
      ...questions,
      ask('Mail', { type: 'email' }),
      ask('Born', { type: 'day' }),
      ask('Next', { type: 'day', days: { rule: 'future' } }),
      ask('Length', { type: 'number', format: { kind: 'range', from: 5, to: 9 } }),
      ask('Call', { format: { kind: 'phone' } }),
      ask('Who', { type: 'name' }),
    ]
    expect(checkAnswers(all, sampleAnswers(all, DAY), DAY, fits)).toEqual([])
  })
})

describe('where answers go', () => {
  const questions = [
    ask('Your fee', { type: 'number' }),
    ask('Person to call'),
    ask('Which mornings', { type: 'choices', options: ['Tuesday', 'Saturday'] }),
    ask('When born', { type: 'day' }),
    ask('Phone', { format: { kind: 'phone' } }),
  ]
  it('is proposed by the same words, by like words, and by what is alone of its kind', () => {
    const found = propose(questions, [
      { key: 'call', label: 'The person to call', type: 'text' },
      { key: 'mornings', label: 'Mornings, as a list', type: 'text' },
      { key: 'fee', label: 'Fee', type: 'amount' },
      { key: 'birthday', label: 'Birthday', type: 'day' },
      { key: 'colour', label: 'Colour', type: 'text' },
    ])
    expect(found.call).toEqual({ question: 'person-to-call', because: 'same words' })
    expect(found.fee).toEqual({ question: 'your-fee', because: 'same words' })
    expect(found.birthday).toEqual({ question: 'when-born', because: 'same kind' })
    expect(found.colour).toBeUndefined()
  })
  it('proposes only what fits, whatever is called how', () => {
    const labels = fc.array(fc.constantFrom('fee', 'born', 'call', 'who', 'phone', 'day'), {
      minLength: 1,
      maxLength: 4,
    })
    const types = ['text', 'number', 'day', 'amount', 'email', 'phone'] as const
    fc.assert(
      fc.property(fc.array(fc.tuple(labels, fc.constantFrom(...types)), { maxLength: 8 }), (targets) => {
        const list = targets.map(([l, type], i) => ({ key: `t${i}`, label: l.join(' '), type }))
        for (const [key, { question: q }] of Object.entries(propose(questions, list))) {
          const target = list.find((t) => t.key === key)!
          const from = questions.find((x) => x.key === q)!
          if (target.type === 'day') expect(from.type).toBe('day')
          if (target.type === 'number') expect(from.type).toBe('number')
          if (target.type === 'email') expect(from.type).toBe('email')
        }
      }),
    )
  })
  it('fills a paper’s values from answers, from what is always so and from items', () => {
    const map = {
      [valueKey('t', 'mornings')]: { from: 'question' as const, key: 'which-mornings' },
      [valueKey('t', 'fee')]: { from: 'item' as const, id: 'season' },
      [valueKey('t', 'club')]: { from: 'always' as const, value: 'Winter swimmers' },
      [valueKey('other', 'left')]: { from: 'always' as const, value: 'x' },
    }
    const asks = ['mornings', 'fee', 'club', 'left'].map((key) => ({ key, label: key, required: true }))
    const filled = valuesFor(
      { map },
      { id: 't', asks },
      { 'which-mornings': 'Tuesday; Saturday' },
      { season: '£96.00' },
    )
    expect(filled.map((f) => f.value)).toEqual(['Tuesday, Saturday', '£96.00', 'Winter swimmers', ''])
  })
  it('brings facts home to the person, the job, and its further facts; what wasn’t answered says nothing', () => {
    const home = { a: 'person.phone', b: 'job.people', c: 'job.facts.gate', d: 'person.address', e: 'nowhere' }
    expect(goneHome({ home }, { a: '01632 960 733', b: '12', c: true, e: 'x' })).toEqual({
      person: { phone: '01632 960 733' },
      job: { people: '12' },
      facts: { gate: 'yes' },
    })
    expect(homesOf(null).some((h) => h.key.startsWith('job.'))).toBe(false)
    expect(homesOf([{ key: 'gate', label: 'Gate' }]).map((h) => h.key)).toContain('job.facts.gate')
  })
})

describe('a flow as a line', () => {
  const paper = {
    id: 't',
    asks: [
      { key: 'fee', required: true },
      { key: 'note', required: false },
    ],
    parties: [
      { key: 'business', label: 'Business' },
      { key: 'witness', label: 'Neighbour' },
    ],
    unusable: null,
  }
  const states = (s: object, papers = [paper]) =>
    Object.fromEntries(flowStops(settings(s), papers, 'job').map((x) => [x.key, `${x.state}: ${x.words}`]))
  it('says at each stop what it still lacks', () => {
    expect(states({})).toMatchObject({ form: 'skipped: only who they are', paper: 'trouble: 1 value without a source' })
    const full = states({
      questions: [ask('Fee', { type: 'number' }), ask('Phone', { page: 2 })],
      map: { 't fee': { from: 'question', key: 'fee' } },
      home: { phone: 'person.phone' },
    })
    expect(full).toEqual({
      form: 'settled: 2 questions, 2 pages',
      paper: 'settled: 1 paper',
      signing: 'settled: whoever comes, then us',
      home: 'settled: 1 fact to the record',
      then: 'not-yet: a job of its own',
    })
    expect(states({ map: { 't fee': { from: 'question', key: 'gone' } } }).paper).toMatch(/trouble/)
    expect(states({}, []).paper).toBe('trouble: no paper yet')
  })
})

describe('whom answers name', () => {
  const questions = [
    ask('Your neighbour', { type: 'name' }),
    ask('Their mailbox', { type: 'email' }),
    ask('The house', { type: 'text' }),
  ]
  const named = [{ party: 'witness', name: 'your-neighbour', email: 'their-mailbox', when: 'before' as const }]
  it('signs where the answers say who that is and where they are reached', () => {
    const all = { 'your-neighbour': 'Ada Holt', 'their-mailbox': 'ada@holt.example' }
    expect(namedBy({ named }, all)).toEqual([
      { party: 'witness', when: 'before', name: 'Ada Holt', email: 'ada@holt.example' },
    ])
    for (const left of Object.keys(all)) expect(namedBy({ named }, { ...all, [left]: '' })).toEqual([])
    expect(namedBy({ named }, { ...all, 'their-mailbox': 'over the fence' })).toEqual([])
  })
  it('has turns of its own: before, beside, after, and the business last of all', () => {
    expect(turnsOf([])).toMatchObject({ with: 1, business: 2 })
    expect(turnsOf(['before'])).toMatchObject({ before: 1, with: 2, business: 3 })
    fc.assert(
      fc.property(fc.array(fc.constantFrom('before', 'with', 'after'), { maxLength: 3 }), (whens) => {
        const t = turnsOf(whens)
        if (whens.includes('before')) expect(t.before).toBeLessThan(t.with)
        if (whens.includes('after')) expect(t.after).toBeGreaterThan(t.with)
        for (const when of [...whens, 'with'] as const) expect(t.business).toBeGreaterThan(t[when])
      }),
    )
  })
  it('is said to be wrong where nobody stands, nothing is asked, or two have one place', () => {
    const parties = [{ key: 'witness', label: 'Neighbour' }]
    expect(namedWrong({ named, copies: [], questions }, parties)).toEqual([])
    expect(namedWrong({ named, copies: [], questions: [] }, parties)[0]).toMatch(
      /name and the e-mail address of the neigh/,
    )
    expect(namedWrong({ named, copies: [], questions }, [])[0]).toMatch(/Nobody stands for/)
    expect(namedWrong({ named: [...named, ...named], copies: [], questions }, parties)).toContain(
      'Two are named for one place.',
    )
    expect(namedWrong({ named: [], copies: ['me', 'their-mailbox', 'a@b.example'], questions }, [])).toHaveLength(1)
  })
  it('makes a template usable that wants more than whoever opens it', () => {
    const paper = {
      name: 'Loan of a key',
      kind: 'form' as const,
      parties: [
        { key: 'client', label: 'Client' },
        { key: 'witness', label: 'Neighbour' },
      ],
      archived: false,
    }
    expect(unusable(paper)).toMatch(/let an answer name them/)
    expect(unusable({ ...paper, named: ['witness'] })).toBe(null)
  })
  it('puts answers into letters by the words of their question, one line each and without addresses to press', () => {
    const say = (text: string, house: string) => withAnswers(text, questions, { 'the-house': house })
    expect(say('About {The house}, {first}', 'Mill\nLane 3')).toBe('About Mill Lane 3, {first}')
    expect(say('{THE HOUSE}', 'see https://bad.example/x {job} www.bad.example')).toBe(
      'see bad.example/x job bad.example',
    )
    expect(say('{the house}', 'x'.repeat(900))).toHaveLength(200)
    fc.assert(
      fc.property(fc.string(), (typed) => {
        const out = say('{The house}', typed)
        expect(out).not.toMatch(/:\/\/|[\n{}]/)
        expect(out.length).toBeLessThanOrEqual(200)
      }),
    )
  })
  it('copies go to addresses once each, also to those that were answered', () => {
    expect(
      copiesTo({ copies: ['their-mailbox', 'Us@Club.example', 'us@club.example'] }, questions, {
        'their-mailbox': 'ada@holt.example',
      }),
    ).toEqual(['ada@holt.example', 'us@club.example'])
    expect(copiesTo({ copies: ['their-mailbox'] }, questions, {})).toEqual([])
  })
  it('is named on the line, in the order they sign', () => {
    const paper = {
      id: 't',
      asks: [],
      parties: [
        { key: 'client', label: 'Client' },
        { key: 'witness', label: 'Neighbour' },
        { key: 'business', label: 'Business' },
      ],
      unusable: null,
    }
    const words = (when: 'before' | 'after') =>
      flowStops(settings({ questions, named: [{ ...named[0]!, when }] }), [paper], 'job').find(
        (s) => s.key === 'signing',
      )!.words
    expect(words('before')).toBe('neighbour, then whoever comes, then us')
    expect(words('after')).toBe('whoever comes, then neighbour, then us')
  })
})
