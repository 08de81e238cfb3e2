import { describe, expect, it } from 'vitest'
import { paper } from '../../tests/support/paper'
import { clause, h, p, text } from '../document/build'
import type { Inline } from '../document/model'
import { walkInlines } from '../document/walk'
import { minor } from '../money/money'
import { drifted } from './drift'
import { type MergeContext, type MergeValue, formatValue, holds, merge } from './merge'

const value = (v: MergeValue['value'], type: MergeValue['type'] = 'text', label = 'Label'): MergeValue => ({
  value: v,
  type,
  label,
  source: { path: 'x', label, record: 'job', id: 'j1', fact: 'x' },
})
const context: MergeContext = {
  currency: 'GBP',
  values: {
    'client.name': value('Ines Marlow'),
    'job.day': value('2026-06-12', 'day'),
    'job.starts': value('2026-06-12T16:00', 'local'),
    'money.total': value(minor(86856), 'amount'),
    'money.damage': value(minor(0), 'amount'),
    'job.place': value(null, 'text', 'Place'),
    'job.people': value(24, 'number'),
  },
  lists: { guests: [{ name: value('Nadia') }, { name: value('Theo') }], nobody: [] },
}
const said = (body: Parameters<typeof paper>[0]) => {
  const { document, gaps } = merge(paper(body), context)
  const words = [...walkInlines(document.body)].map((i) => (i.t === 'text' ? i.text : '')).join('')
  return { words, gaps, document }
}

describe('merge', () => {
  it.each([
    ['{client.name} on {job.day}', 'Ines Marlow on 12 June 2026'],
    ['{job.day|short}', 'Fri 12 June 2026'],
    ['{job.starts}', 'Fri 12 June 2026, 16:00'],
    ['{money.total} in all', '£868.56 in all'],
    ['{client.name|upper}', 'INES MARLOW'],
    ['at {job.place|plain|a place to be named}', 'at a place to be named'],
    ['*{client.name}* and *bold {job.people} words*', 'Ines Marlow and bold 24 words'],
    ['2 * 3 is {job.people}', '2 * 3 is 24'],
  ])('%s', (source, words) => expect(said([p(source)]).words).toBe(words))

  it('keeps marks and the source of a value', () => {
    const [first] = said([p('*{client.name}*')]).document.body
    expect((first as { content: Inline[] }).content[0]).toMatchObject({
      marks: ['bold'],
      source: { record: 'job', id: 'j1' },
    })
  })

  it('names each gap once, and tells what no record has from what isn’t given', () => {
    const { gaps, words } = said([p('{job.place}, {job.place}'), p('{job.moonphase}')])
    expect(gaps.map((g) => [g.path, g.label, g.unknown])).toEqual([
      ['job.place', 'Place', false],
      ['job.moonphase', 'job.moonphase', true],
    ])
    expect(words).toBe('Place missing, Place missingjob.moonphase missing')
  })

  it('numbers clauses that are there, and leaves out those whose condition doesn’t hold', () => {
    const when = { path: 'money.damage', is: 'set' as const }
    const { document } = said([
      h(2, 'One', true),
      clause('a'),
      clause('damage', { when }),
      clause('b'),
      h(2, 'Two', true),
      clause('c'),
    ])
    expect(document.body.map((b) => ('number' in b ? b.number : ''))).toEqual(['1.', '1.1', '1.2', '2.', '2.1'])
  })

  it('repeats a paragraph or a row for each item of a list, none for none', () => {
    const table = (each: string) => ({
      t: 'table' as const,
      columns: [{ width: 1 }],
      head: [],
      rows: [{ each, cells: [[p('{item.name}')]] }],
    })
    expect(said([p('{item.name}; ', { each: 'guests' })]).words).toBe('Nadia; Theo; ')
    expect(said([table('guests'), table('nobody')]).words).toBe('NadiaTheo')
  })

  it.each([
    ['set', 'client.name', undefined, true],
    ['set', 'money.damage', undefined, false],
    ['unset', 'job.place', undefined, true],
    ['above', 'job.people', 20, true],
    ['above', 'job.people', 24, false],
    ['below', 'job.people', 30, true],
    ['above', 'job.nothing', 0, false],
  ] as const)('%s %s %s: %s', (is, path, than, expected) => {
    expect(holds({ path, is, ...(than === undefined ? {} : { than }) }, (x) => context.values[x])).toBe(expected)
  })

  it('reads its short hands back to the same text', () => {
    expect(text('a {b|long|c} *d*')).toEqual([
      { t: 'text', text: 'a ' },
      { t: 'value', path: 'b', format: 'long', fallback: 'c' },
      { t: 'text', text: ' ' },
      { t: 'text', text: 'd', marks: ['bold'] },
    ])
    expect(() => text('{a|sideways}')).toThrow()
  })
})

describe('a value’s format', () => {
  const print = (v: MergeValue['value'], type: MergeValue['type'], format: string, currency = 'GBP') =>
    formatValue(value(v, type), format, { currency })
  it.each([
    [print('2026-06-12', 'day', 'dmy'), '12/06/2026'],
    [print('2026-06-12', 'day', 'mdy'), '06/12/2026'],
    [print('2026-06-12T16:00', 'local', 'iso'), '2026-06-12'],
    [print(minor(26057), 'amount', 'words'), 'two hundred and sixty pounds and fifty-seven pence'],
    [print(minor(100), 'amount', 'words'), 'one pound'],
    [print(minor(-104301), 'amount', 'words', 'EUR'), 'minus one thousand and forty-three euros and one cent'],
    [print(minor(1205), 'amount', 'words', 'CHF'), 'twelve CHF and 05/100'],
    [print(1_000_100, 'number', 'words'), 'one million one hundred'],
    [print('Orchard', 'text', 'words'), 'Orchard'],
  ])('%s', (got, expected) => expect(got).toBe(expected))
})

describe('references and parties', () => {
  it('says the number a clause has now, wherever it stands', () => {
    const to = (id: string): Inline => ({ t: 'ref', to: id })
    const body = [
      h(2, 'One', true),
      clause('a', { when: { path: 'job.place', is: 'set' } }),
      { ...clause('b'), id: 'target' },
      p('x', { content: [{ t: 'text', text: 'see ' }, to('target'), { t: 'text', text: ' and ' }, to('gone')] }),
    ]
    expect(said(body).words).toBe('Onebsee 1.1 and clause missing')
  })

  it('leaves out a party whose condition doesn’t hold, with its fields', () => {
    const field = { key: 'g', type: 'signature' as const, party: 'guardian', label: 'Guardian signs', required: true }
    const parties = [
      { key: 'guest', label: 'Guest' },
      { key: 'guardian', label: 'Guardian', when: { path: 'job.place', is: 'set' as const } },
    ]
    const { document } = merge(
      paper([p('x', { content: [{ t: 'field', field }] }), { t: 'field', field }], { parties }),
      context,
    )
    expect(document.parties.map((x) => x.key)).toEqual(['guest'])
    expect(JSON.stringify(document.body)).not.toContain('Guardian signs')
  })
})

describe('drift', () => {
  const paperThen = merge(
    paper([p('{client.name} on {job.day|dmy} at {job.place|plain|a place}'), p('{money.total|words}')]),
    context,
  ).document
  const changed = (over: Record<string, MergeValue>) =>
    drifted(paperThen, null, { ...context, values: { ...context.values, ...over } }, null)
  const named = (v: MergeValue['value'], path: string, type: MergeValue['type'] = 'text') => ({
    ...value(v, type, path),
    source: { path, label: path, record: 'job' as const, id: 'j1', fact: 'x' },
  })
  const then = Object.fromEntries(
    Object.entries(context.values).map(([path, v]) => [path, { ...v, source: { ...v.source, path } }]),
  )
  const sent = merge(paper([p('{client.name} on {job.day|dmy} for {money.total|words}')]), {
    ...context,
    values: then,
  }).document
  it('is nothing while the record says the same, however it was printed', () => {
    expect(changed({})).toEqual([])
    expect(drifted(sent, null, { ...context, values: then }, null)).toEqual([])
  })
  it('names each value once, with what the paper says and what is true now', () => {
    const now = { ...then, 'job.day': named('2026-06-19', 'job.day', 'day'), 'client.name': named(null, 'client.name') }
    expect(drifted(sent, null, { ...context, values: now }, null).map((d) => [d.path, d.said, d.now])).toEqual([
      ['client.name', 'Ines Marlow', ''],
      ['job.day', '12/06/2026', '19 June 2026'],
    ])
  })
})
