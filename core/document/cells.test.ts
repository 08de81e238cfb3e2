import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { toFill } from './cells'
import { columnsOfCells, rowsOfCells, shownCells } from './merged'
import type { Block, TableRow } from './model'
import { cell } from './plain'

type Table = Extract<Block, { t: 'table' }>
const table = (rows: (string | null)[][], more: Partial<Table> = {}): Table => ({
  t: 'table',
  columns: rows[0]!.map(() => ({ width: 100 })),
  head: [],
  rows: rows.map((r) => ({ cells: r.map((t) => (t ? cell(t) : [])) })),
  ...more,
})
const said = (blocks: readonly Block[]): string =>
  blocks.map((b) => (b.t === 'paragraph' ? b.content.map((i) => (i.t === 'text' ? i.text : '')).join('') : '')).join('')

/** Any merges at all over any words: what a file may say. */
const anyMerged = fc
  .record({
    wide: fc.integer({ min: 1, max: 5 }),
    rows: fc.array(
      fc.record({
        words: fc.array(fc.constantFrom('', '', 'a', 'b'), { minLength: 5, maxLength: 5 }),
        merged: fc.array(
          fc.record({
            cell: fc.integer({ min: 0, max: 6 }),
            across: fc.integer({ min: 1, max: 6 }),
            down: fc.integer({ min: 1, max: 6 }),
          }),
          { maxLength: 3 },
        ),
      }),
      { minLength: 1, maxLength: 5 },
    ),
  })
  .map(({ wide, rows }) => ({
    columns: Array.from({ length: wide }, () => ({ width: 10 })),
    rows: rows.map(({ words, merged }): TableRow => ({
      cells: words.slice(0, wide).map((w) => (w ? cell(w) : [])),
      merged,
    })),
  }))

describe('merged cells', () => {
  it('whatever is said of them, cover each place once and hide no words', () => {
    fc.assert(
      fc.property(anyMerged, (t) => {
        const shown = shownCells(t)
        const seen = new Map<string, number>()
        shown.forEach((row, r) =>
          row.forEach((c) => {
            for (let y = r; y < r + c.down; y += 1)
              for (let x = c.column; x < c.column + c.across; x += 1)
                seen.set(`${y}:${x}`, (seen.get(`${y}:${x}`) ?? 0) + 1)
          }),
        )
        expect([...seen.values()].every((n) => n === 1)).toBe(true)
        expect(seen.size).toBe(t.rows.length * t.columns.length)
        expect(
          shown
            .flat()
            .map((c) => said(c.content))
            .join(''),
        ).toBe(t.rows.flatMap((r) => r.cells.map((c) => said(c))).join(''))
      }),
    )
  })

  it('shown as HTML shows them and read back are the same', () => {
    fc.assert(
      fc.property(anyMerged, (t) => {
        const shown = shownCells(t)
        const back = rowsOfCells(shown, t.columns.length)
        expect(shownCells({ columns: t.columns, rows: back })).toEqual(shown)
        expect(columnsOfCells(shown)).toBe(t.columns.length)
      }),
    )
  })
})

describe('cells to be filled', () => {
  const asked = (t: Table) => t.rows.flatMap((r, y) => r.cells.flatMap((_, x) => toFill(t).of(y, x) ?? [])).sort()

  it.each([
    [
      'beside labels',
      [
        ['Name', ''],
        ['Address', ''],
      ],
      ['Address', 'Name'],
    ],
    [
      'beside labels, twice in a row',
      [
        ['Name', '', 'Date', ''],
        ['Signed', '', 'Date', ''],
      ],
      ['Date', 'Date', 'Name', 'Signed'],
    ],
    [
      'under heads',
      [
        ['Item', 'Condition', 'Initials'],
        ['Barrel', '', ''],
        ['Stove', '', ''],
      ],
      ['Condition, Barrel', 'Condition, Stove', 'Initials, Barrel', 'Initials, Stove'],
    ],
    [
      'but not in a timetable',
      [
        ['Day', 'Morning', 'Evening'],
        ['Monday', '', 'open'],
        ['Tuesday', 'open', ''],
      ],
      [],
    ],
    [
      'nor beside amounts',
      [
        ['Hire', '£420.00', ''],
        ['Fuel', '£30.00', ''],
      ],
      [],
    ],
    [
      'nor where most of a column is filled',
      [
        ['Place', 'Meadow'],
        ['Day', '12 June'],
        ['Note', ''],
      ],
      [],
    ],
  ])('%s', (_, rows, expected) => {
    expect(asked(table(rows))).toEqual(expected)
  })

  it('know their heads where a table has them, and leave merged cells alone', () => {
    const headed = table([['Barrel', '']], {
      head: [[{ t: 'text', text: 'Item' }], [{ t: 'text', text: 'Checked by' }]],
    })
    expect(asked(headed)).toEqual(['Checked by, Barrel'])
    const t = table([['Terms of hire', '']])
    t.rows[0]!.merged = [{ cell: 0, across: 2, down: 1 }]
    expect(asked(t)).toEqual([])
  })
})
