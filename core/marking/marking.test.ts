import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EDGE, arrange, copyToParty, overlaps, repeatOn, snap, within } from './arrange'
import { type Mark, inReadingOrder } from './model'
import { followPages, moveMarks } from './move'
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

const coordinate = fc.double({ min: -900, max: 1800, noNaN: true })

const extent = fc.double({ min: 1, max: 2000, noNaN: true })

const anywhere = fc.record({ x: coordinate, y: coordinate, w: extent, h: extent })

const onPage = fc.record({
  x: fc.integer({ min: 5, max: 400 }),
  y: fc.integer({ min: 5, max: 700 }),
  w: fc.integer({ min: 10, max: 150 }),
  h: fc.integer({ min: 8, max: 60 }),
})

describe('boxes on a page', () => {
  it('keep clear of its edge, wherever they are put, and stay when they are clear already', () => {
    fc.assert(
      fc.property(anywhere, (p) => {
        const q = within(p, PAGE)
        expect(q.x).toBeGreaterThanOrEqual(EDGE - 1e-9)
        expect(q.y).toBeGreaterThanOrEqual(EDGE - 1e-9)
        expect(q.x + q.w).toBeLessThanOrEqual(PAGE.w - EDGE + 1e-9)
        expect(q.y + q.h).toBeLessThanOrEqual(PAGE.h - EDGE + 1e-9)
        expect(within(q, PAGE)).toEqual(q)
      }),
    )
  })

  it('are pulled no further than they may, and once pulled stay', () => {
    fc.assert(
      fc.property(onPage, fc.array(fc.integer({ min: 0, max: 842 }), { maxLength: 20 }), (p, lines) => {
        const q = snap(p, { xs: lines, ys: lines })
        expect(Math.abs(q.x - p.x)).toBeLessThanOrEqual(4)
        expect(Math.abs(q.y - p.y)).toBeLessThanOrEqual(4)
        expect([q.w, q.h]).toEqual([p.w, p.h])
      }),
    )
    expect(snap({ x: 51, y: 83, w: 100, h: 16 }, { xs: [50], ys: [100] })).toEqual({ x: 50, y: 84, w: 100, h: 16 })
  })

  it('set to the first of them share its edge or size; spread ones have equal gaps', () => {
    fc.assert(
      fc.property(fc.array(onPage, { minLength: 3, maxLength: 6 }), (places) => {
        const marks = places.map((p, i) => mark(`m${i}`, p))
        const ids = marks.map((m) => m.id)
        for (const m of arrange(marks, ids, 'left')) expect(m.x).toBe(marks[0]!.x)
        for (const m of arrange(marks, ids, 'bottom')) expect(m.y + m.h).toBeCloseTo(marks[0]!.y + marks[0]!.h)
        for (const m of arrange(marks, ids, 'size')) expect([m.w, m.h]).toEqual([marks[0]!.w, marks[0]!.h])
        const order = [...marks].sort((a, b) => a.x - b.x).map((m) => m.id)
        const spread = arrange(marks, ids, 'across')
        const row = order.map((id) => spread.find((m) => m.id === id)!)
        const gaps = row.slice(1).map((m, i) => m.x - row[i]!.x - row[i]!.w)
        for (const g of gaps) expect(g).toBeCloseTo(gaps[0]!, 6)
        expect(arrange(marks, ids.slice(0, 1), 'left')).toEqual(marks)
      }),
    )
  })

  it('copied for another party are as many, of the same size, with values of their own; a proposal beneath them gives way', () => {
    const block = [mark('a'), mark('b', { y: 130 })]
    const proposed = mark('c', { y: 164, state: 'proposed' })
    const out = copyToParty([...block, proposed], ['a', 'b'], 'business', 'beneath', [PAGE], newId)
    const fresh = out.filter((m) => m.field.party === 'business')
    expect(fresh.map((m) => [m.x, m.y, m.w, m.h])).toEqual([
      [50, 164, 120, 16],
      [50, 194, 120, 16],
    ])
    expect(new Set(out.map((m) => m.field.key)).size).toBe(out.length)
    expect(out).not.toContainEqual(proposed)
    expect(copyToParty(block, ['a', 'b'], 'business', 'beside', [PAGE], newId).at(-1)).toMatchObject({ x: 194, y: 130 })
  })

  it('of all pages are copied at once, each page by the measure of its own block, one value staying one', () => {
    const marks = [
      mark('a'),
      mark('b', { page: 2, y: 700 }),
      mark('c', { page: 2, y: 760, field: { ...mark('a').field } }),
    ]
    const out = copyToParty(marks, ['a', 'b', 'c'], 'business', 'beneath', [PAGE, PAGE], newId)
    const fresh = out.filter((m) => m.field.party === 'business')
    expect(fresh.map((m) => [m.page, m.y])).toEqual([
      [1, 134],
      [2, 794],
      [2, PAGE.h - EDGE - 16],
    ])
    expect(fresh[2]!.field.key).toBe(fresh[0]!.field.key)
    expect(fresh.map((m) => m.field.key)).not.toContain('a')
  })

  it('repeated on pages hold one value there, once a page', () => {
    const pages = [PAGE, PAGE, PAGE]
    const once = repeatOn([mark('a')], ['a'], [1, 2, 3, 9], pages, newId)
    expect(once.map((m) => [m.page, m.field.key])).toEqual([
      [1, 'a'],
      [2, 'a'],
      [3, 'a'],
    ])
    expect(repeatOn(once, ['a'], [1, 2, 3], pages, newId)).toHaveLength(3)
  })

  it('say when they lie over each other', () => {
    expect(overlaps([mark('a'), mark('b', { x: 100 }), mark('c', { y: 300 })]).map(([a, b]) => a.id + b.id)).toEqual([
      'ab',
    ])
    expect(overlaps([mark('a'), mark('b', { x: 170 })])).toEqual([])
  })

  it('are read by page, row and column', () => {
    const list = [
      mark('d', { page: 2, y: 10 }),
      mark('c', { x: 300, y: 200 }),
      mark('b', { x: 50, y: 203 }),
      mark('a', { y: 50 }),
    ]
    expect(inReadingOrder(list).map((m) => m.id)).toEqual(['a', 'b', 'c', 'd'])
  })
})

const text = (page: number, words: [string, number, number][]): PageText => ({
  page,
  ...PAGE,
  xs: [],
  ys: [],
  pieces: words.map(([t, x, y]) => ({ text: t, x, y, w: t.length * 5, h: 10, size: 10, bold: false })),
})

describe('a new edition under the marks', () => {
  const before = [
    text(1, [
      ['Supplier', 50, 100],
      ['Pitch number', 50, 140],
      ['Signature', 50, 600],
      ['Signature', 320, 600],
      ['Insurer', 50, 700],
    ]),
  ]
  const marks = [
    mark('supplier', { x: 100, y: 96 }),
    mark('pitch', { x: 120, y: 136 }),
    mark('mine', { x: 50, y: 570 }),
    mark('theirs', { x: 320, y: 570 }),
    mark('insurer', { x: 100, y: 696 }),
  ]

  it('takes each mark to where its words went, however far, and lists those whose words are gone', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -20, max: 40 }), (dy, dx) => {
        const after = [
          text(1, [
            ['Supplier', 50, 100],
            ['Pitch number', 50 + dx, 160 + dy],
          ]),
          text(2, [
            ['Signature', 50, 200 + dy],
            ['Signature', 320, 200 + dy],
          ]),
        ]
        const moved = moveMarks(marks, [], before, after)
        const at = (id: string) => moved.marks.find((m) => m.id === id)
        expect(at('supplier')).toMatchObject({ page: 1, x: 100, y: 96 })
        expect(at('pitch')).toMatchObject({ page: 1, x: 120 + dx, y: 156 + dy })
        expect(at('mine')).toMatchObject({ page: 2, x: 50, y: 170 + dy })
        expect(at('theirs')).toMatchObject({ page: 2, x: 320, y: 170 + dy })
        expect(moved.unplaced.map((m) => m.id)).toEqual(['insurer'])
      }),
    )
  })

  it('that says the same moves nothing', () => {
    expect(moveMarks(marks, [], before, before)).toMatchObject({ marks, unplaced: [] })
  })

  it('keeps a strike where its words are, and tells when they are gone', () => {
    const strike = {
      id: 's',
      page: 1,
      x: 50,
      y: 140,
      w: 60,
      h: 10,
      words: 'Pitch number',
      instead: '',
      note: '',
      by: 'Maren',
      at: '',
    }
    expect(moveMarks([], [strike], before, [text(1, [['Pitch number', 50, 400]])]).strikes[0]).toMatchObject({ y: 400 })
    expect(moveMarks([], [strike], before, [text(1, [['Something else', 50, 140]])]).gone).toHaveLength(1)
  })

  it('follows pages that are moved, turned four times round, or taken out', () => {
    fc.assert(
      fc.property(onPage, (p) => {
        let m = mark('a', p)
        let size = PAGE
        for (let i = 0; i < 4; i += 1) {
          m = followPages([m], [{ was: 1, turn: 90 }], [size]).kept[0]!
          size = { w: size.h, h: size.w }
          expect(m.x).toBeGreaterThanOrEqual(0)
          expect(m.x + m.w).toBeLessThanOrEqual(size.w)
        }
        expect(m).toEqual(mark('a', p))
      }),
    )
    const moved = followPages(
      [mark('a'), mark('b', { page: 2 })],
      [
        { was: 0, turn: 0 },
        { was: 2, turn: 0 },
      ],
      [PAGE, PAGE],
    )
    expect(moved.kept.map((m) => [m.id, m.page])).toEqual([['b', 2]])
    expect(moved.lost.map((m) => m.id)).toEqual(['a'])
  })
})
