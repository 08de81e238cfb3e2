import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyContent, anyPaper } from '../../tests/support/anyPaper'
import { paper } from '../../tests/support/paper'
import { clause, h, p, text } from '../document/build'
import type { Block, Inline, PaperDocument } from '../document/model'
import { rowOf, withIds, wordsOfInlines, walkBlocks } from '../document/walk'
import { picturesOf } from '../document/pictures'
import { merge } from '../merge/merge'
import {
  type Amendment,
  amend,
  amendmentKey,
  amendmentList,
  mended,
  diffInlines,
  factChanged,
  joined,
  withAmendment,
} from './amend'

const change = (over: Partial<Amendment>): Amendment => ({
  id: 'm1',
  block: 'b3',
  kind: 'reword',
  content: [],
  by: 'Maren Fosse',
  at: '2026-06-01T10:00:00Z',
  why: 'asked for',
  ...over,
})
const PAPER = withIds(
  paper([h(2, 'Money', true), clause('One {client.name} pays.'), clause('Firewood is charged.'), clause('Three.')]),
)
const context = { values: {}, lists: {}, currency: 'GBP' }
const read = (list: Amendment[], view: 'shown' | 'clean') =>
  merge(amend(PAPER, list, view), context).document.body.map((b) =>
    `${('number' in b && b.number) || ''} ${b.t === 'paragraph' || b.t === 'heading' ? wordsOfInlines(b.content) : ''}`.trim(),
  )

/** The blocks of each row of the first table. */
const rowsOf = (d: PaperDocument): string[][] => {
  const table = [...walkBlocks(d.body)].find((b) => b.t === 'table')
  return table?.t === 'table' ? table.rows.map((r) => r.cells.flat().map((b) => b.id!)) : []
}

describe('amendments', () => {
  it('done and then undone give the copy back as it was', () => {
    fc.assert(
      fc.property(
        anyPaper,
        fc.array(fc.tuple(fc.nat(), fc.constantFrom('strike', 'reword', 'add'), anyContent), { maxLength: 6 }),
        (d, wanted) => {
          const before = JSON.stringify(d)
          const ids = [...walkBlocks(d.body)].map((b) => b.id!)
          let list: Amendment[] = []
          wanted.forEach(([n, kind, content], k) => {
            list = withAmendment(
              list,
              change({ id: `m${k}`, block: ids[n % ids.length]!, kind: kind as 'add', content }),
            )
            amend(d, list, 'shown')
            amend(d, list, 'clean')
          })
          for (const a of [...list]) list = list.filter((x) => x.id !== a.id)
          expect(JSON.stringify(amend(d, list, 'shown'))).toBe(before)
        },
      ),
    )
  })

  it('show both texts: what isn’t added is the old one, what isn’t struck is the new', () => {
    const plain = (list: readonly Inline[]) =>
      JSON.stringify(
        joined(
          list.map((i) => {
            const { change: _, ...rest } = i as Inline & { change?: string }
            return rest as Inline
          }),
        ),
      )
    const noFields = (list: Inline[]) => list.filter((i) => i.t === 'text' || i.t === 'value')
    fc.assert(
      fc.property(anyContent, anyContent, (a, b) => {
        const [before, after] = [joined(noFields(a)), joined(noFields(b))]
        const both = diffInlines(before, after)
        const without = (which: string) => both.filter((i) => !('change' in i) || i.change !== which)
        expect(plain(without('added'))).toBe(plain(before))
        expect(plain(without('struck'))).toBe(plain(after))
      }),
    )
  })

  it('never move the numbers of other clauses', () => {
    const list = [
      change({ id: 'm1', block: 'b2', kind: 'strike' }),
      change({ id: 'm2', block: 'b3', kind: 'add', content: text('Kindling is free.') }),
      change({ id: 'm3', block: 'b3', content: text('Firewood is included.') }),
    ]
    expect(read(list, 'clean')).toEqual([
      '1. Money',
      '1.1 Left out.',
      '1.2 Firewood is included.',
      '1.2a Kindling is free.',
      '1.3 Three.',
    ])
    expect(read(list, 'shown')).toEqual([
      '1. Money',
      '1.1 One client.name missing pays.',
      '1.2 Firewood is chargedincluded.',
      '1.2a Kindling is free.',
      '1.3 Three.',
    ])
    const listed = amendmentList(PAPER, merge(amend(PAPER, list, 'clean'), context).document, list)
    const words = JSON.stringify(listed)
    expect(words).toContain('1.1 left out: “One … pays.”.')
    // The reason is kept for the business.
    expect(words).not.toContain('asked for')
    expect(words).toContain('1.2 reworded from “Firewood is charged.” to “Firewood is included.”')
    expect(words).toContain('1.2a added: “Kindling is free.”')
  })

  it('are one to a block, with as many additions as wanted', () => {
    const first = withAmendment([], change({ id: 'a', kind: 'strike' }))
    const second = withAmendment(first, change({ id: 'b', content: text('Other') }))
    expect(second.map((a) => a.id)).toEqual(['b'])
    const more = withAmendment(
      withAmendment(second, change({ id: 'c', kind: 'add' })),
      change({ id: 'd', kind: 'add' }),
    )
    expect(more.map((a) => a.id)).toEqual(['b', 'c', 'd'])
  })

  it('are alike when they do the same to the same block, whatever the spaces and capitals', () => {
    expect(amendmentKey(change({ content: text('Firewood  is Included.') }))).toBe(
      amendmentKey(change({ content: text('firewood is included.') })),
    )
    expect(amendmentKey(change({ kind: 'strike' }))).not.toBe(amendmentKey(change({})))
  })

  it('take a row out of a table once all of it is struck, and say which picture was', () => {
    const table: Block = {
      t: 'table',
      columns: [{ width: 1 }, { width: 1 }],
      head: [],
      rows: [{ cells: [[p('Barrel')], [p('£420')]] }, { cells: [[p('Tub')], [p('£95')]] }],
    }
    const image: Block = { t: 'image', src: 'data:image/png;base64,AA', alt: 'a map', width: 10, height: 10 }
    const d = withIds(paper([table, image]))
    const row = rowOf(d.body, rowsOf(d)[1]![0]!)
    expect(row).toEqual(rowsOf(d)[1])
    const strikes = [...row, d.body[1]!.id!].map((block): Amendment => ({
      ...{ id: `m-${block}`, block, kind: 'strike', content: [], by: 'Maren', at: '2026-06-01T10:00:00Z', why: '' },
    }))
    const clean = amend(d, strikes, 'clean')
    expect(rowsOf(clean)).toHaveLength(1)
    expect(clean.body).toHaveLength(1)
    const shown = amend(d, strikes, 'shown')
    expect(rowsOf(shown)).toHaveLength(2)
    expect(JSON.stringify(shown.body[1])).toContain('"[a map]","change":"struck"')
    // Half a row is left standing.
    expect(rowsOf(amend(d, strikes.slice(0, 1), 'clean'))).toHaveLength(2)
  })

  it('are mended where they stand: in the words they gave, else by one of their own', () => {
    const list = [
      { id: 'm1', block: 'b2', kind: 'reword' as const, why: 'asked for' },
      { id: 'm2', block: 'b2', kind: 'add' as const, why: '' },
    ]
    const words: Inline[] = [{ t: 'text', text: 'x' }]
    expect(mended(list, 'b2', words, 'new')).toMatchObject({ id: 'm1', block: 'b2', kind: 'reword', why: 'asked for' })
    expect(mended(list, 'm2', words, 'new')).toMatchObject({ id: 'm2', block: 'b2', kind: 'add', content: words })
    expect(mended(list, 'b3', words, 'new')).toMatchObject({ id: 'new', block: 'b3', kind: 'reword' })
  })

  it('that put words where a value stood are seen as a fact to correct', () => {
    expect(factChanged(text('at {job.place} from noon'), text('at Fen House from noon'))).toEqual({
      path: 'job.place',
      text: 'Fen House',
    })
    expect(factChanged(text('at {job.place} from noon'), text('at {job.place} from one'))).toBeNull()
  })
})

describe('another picture in place of one', () => {
  const map: Block = {
    t: 'image',
    id: 'map',
    src: 'data:image/png;base64,AA',
    alt: 'a map',
    width: 90,
    height: 60,
    align: 'center',
  }
  const content: Inline[] = [
    { t: 'picture', src: 'data:image/png;base64,BB', alt: 'the new way in', width: 90, height: 50 },
  ]
  const list: Amendment[] = [{ id: 'm1', block: 'map', kind: 'reword', content, by: 'Maren', at: '', why: '' }]
  const d = paper([map])
  it('stands where it stood; the old one is seen struck, or told of in the list', () => {
    expect(amend(d, list, 'clean').body).toEqual([{ t: 'paragraph', id: 'map', content, align: 'center' }])
    const [was, now] = amend(d, list, 'shown').body
    expect(was).toMatchObject({ content: [{ text: '[a map]', change: 'struck' }] })
    expect(now).toMatchObject({ id: 'map', content })
    expect(JSON.stringify(amendmentList(d, d, list))).toContain('reworded from “[a map]” to “[the new way in]”')
    expect(picturesOf(amend(d, list, 'clean'))).toEqual(['data:image/png;base64,BB'])
  })
})
