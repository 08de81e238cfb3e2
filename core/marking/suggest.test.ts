import { describe, expect, it } from 'vitest'
import type { FoundBlank } from '../blanks/found'
import { walkInlines } from '../document/walk'
import { type Mark, type Marked } from './model'
import { readingBody } from './reading'
import { suggest } from './suggest'
import type { PageText } from './text'

const PAGE = { w: 595, h: 842 }

const mark = (id: string, at: Partial<Mark> = {}): Mark => ({
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
  field: { key: id, type: 'text', party: 'client', label: id, required: true },
  ...at,
})

let n = 0

const newId = () => `n${(n += 1)}`

const text = (page: number, words: [string, number, number][]): PageText => ({
  page,
  ...PAGE,
  xs: [],
  ys: [],
  pieces: words.map(([t, x, y]) => ({ text: t, x, y, w: t.length * 5, h: 10, size: 10, bold: false })),
})

describe('found blanks', () => {
  const found = (
    label: string,
    type: FoundBlank['type'],
    party = 'client',
    more: Partial<FoundBlank> = {},
  ): FoundBlank => ({ page: 1, x: 0, y: 0, w: 200, h: 16, type, party, label, why: '', confidence: 0.9, ...more })
  const known = new Map([
    ['business.legalName', 'Registered name'],
    ['business.phone', 'Business phone'],
    ['client.email', 'Client’s e-mail'],
    ['job.starts', 'Start'],
    ['job.pitch', 'Pitch'],
  ])
  it.each([
    ['Date', 'date', 'client', { type: 'date' }, undefined],
    ['Date of birth', 'date', 'participant', { type: 'day', party: 'guest' }, undefined],
    ['Company name', 'text', 'business', { type: 'text' }, 'business.legalName'],
    ['Telephone', 'text', 'business', { format: { kind: 'phone' } }, 'business.phone'],
    ['E-mail', 'text', 'client', { type: 'email' }, 'client.email'],
    ['Date of the event', 'date', 'client', { type: 'day' }, 'job.starts'],
    ['from', 'date', 'client', { type: 'day' }, 'job.starts'],
    ['Start time', 'text', 'client', { type: 'text' }, undefined],
    ['Pitch number', 'text', 'client', {}, 'job.pitch'],
    ['Number of guests', 'text', 'client', { type: 'number' }, undefined],
    ['Signature of the organiser', 'signature', 'organiser', { type: 'signature', party: 'organiser' }, undefined],
    ['I agree', 'checkbox', 'client', { type: 'tick', required: false }, undefined],
  ] as const)('“%s” (%s of the %s)', (label, type, party, field, path) => {
    const { marks, parties } = suggest(
      [found(label, type, party, type === 'text' && label === 'Number of guests' ? { w: 60 } : {})],
      known,
      newId,
    )
    expect(marks[0]!.field).toMatchObject(field)
    expect(marks[0]!.words?.path).toBe(path)
    expect(parties.map((p) => p.key)).toEqual([marks[0]!.field.party])
  })

  it('that are form fields bring their name, answers, limit and value', () => {
    const widget = {
      x: 0,
      y: 0,
      w: 9,
      h: 9,
      name: 'size',
      kind: 'choice' as const,
      value: 'M',
      options: ['S', 'M'],
      max: 3,
      required: true,
      label: '',
      state: '',
    }
    expect(suggest([found('Size', 'text', 'client', { widget })], known, newId).marks[0]).toMatchObject({
      from: 'form',
      field: { type: 'choice', options: ['S', 'M'], max: 3, preset: 'M', required: true, dataName: 'size' },
    })
  })
})

describe('the reading view of a marked file', () => {
  it('has every field once, in reading order, among the words', () => {
    const marks = [
      mark('pitch', { x: 120, y: 134 }),
      mark('supplier', { x: 100, y: 94 }),
      mark('again', { page: 2, field: { ...mark('supplier').field } }),
    ]
    const marked: Marked = {
      sha: '',
      name: '',
      pages: [PAGE, PAGE],
      marks,
      strikes: [],
      read: 2,
      removed: [],
      unplaced: [],
    }
    const body = readingBody(marked, [
      text(1, [
        ['Supplier', 50, 100],
        ['Pitch number', 50, 140],
      ]),
    ])
    const read = [...walkInlines(body)]
      .map((i) => (i.t === 'text' ? i.text : i.t === 'field' ? `<${i.field.key}>` : ''))
      .join('')
      .replace(/\s+/g, ' ')
    expect(read).toBe('Supplier <supplier>Pitch number <pitch>')
  })
})
