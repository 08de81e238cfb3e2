import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fonts, paper } from '../../tests/support/paper'
import type { Block, Inline } from '../document/model'
import type { FieldSpec } from '../document/field'
import { merge } from '../merge/merge'
import { layoutDocument } from './layout'
import { A4, type Item, type Laid, type PlacedField } from './types'

const txt = (text: string, more: Partial<Extract<Inline, { t: 'text' }>> = {}): Inline => ({ t: 'text', text, ...more })
const p = (...content: Inline[]): Block => ({ t: 'paragraph', content })
const field = (key: string, type: FieldSpec['type'] = 'text'): FieldSpec => ({
  key,
  type,
  party: 'client',
  label: key,
  required: true,
})
const lay = (body: Block[], over = {}) => layoutDocument(paper(body, over), fonts)
const texts = (laid: Laid) =>
  laid.pages.map((page) => page.items.filter((i): i is Extract<Item, { k: 'text' }> => i.k === 'text'))
const squeezed = (s: string) => s.replace(/\s+/g, '')
const said = (laid: Laid) =>
  squeezed(
    texts(laid)
      .flat()
      .map((i) => i.text)
      .join(''),
  )
const bottom = A4.height - A4.bottom + 0.02
const overlap = (a: PlacedField, b: { x: number; y: number; w: number; h: number }) =>
  a.x < b.x + b.w - 0.1 && b.x < a.x + a.w - 0.1 && a.y < b.y + b.h - 0.1 && b.y < a.y + a.h - 0.1

const word = fc.oneof(
  fc.string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyzäöüßéñłøŵ') }),
  fc.constantFrom('Λίμνη', 'баня', '£420.00', 'well-kept', 'x'.repeat(140)),
)
const sentence = fc.array(word, { minLength: 1, maxLength: 60 }).map((words) => words.join(' '))
const inlines = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: sentence.map((s) => txt(`${s} `)) },
    { weight: 1, arbitrary: sentence.map((s) => txt(`${s} `, { marks: ['bold', 'underline'] })) },
    { weight: 1, arbitrary: fc.nat(99).map((n): Inline => ({ t: 'field', field: field(`f${n}`) })) },
    { weight: 1, arbitrary: fc.constant<Inline>({ t: 'break' }) },
  ),
  { minLength: 1, maxLength: 6 },
)
const block: fc.Arbitrary<Block> = fc.oneof(
  { weight: 4, arbitrary: inlines.map((content): Block => ({ t: 'paragraph', content })) },
  { weight: 1, arbitrary: sentence.map((s): Block => ({ t: 'heading', level: 2, content: [txt(s)] })) },
  {
    weight: 1,
    arbitrary: fc
      .array(inlines, { minLength: 1, maxLength: 5 })
      .map((items): Block => ({ t: 'list', ordered: true, items: items.map((c) => [{ t: 'paragraph', content: c }]) })),
  },
  {
    weight: 1,
    arbitrary: fc.array(fc.tuple(sentence, sentence), { minLength: 1, maxLength: 30 }).map((rows): Block => ({
      t: 'table',
      columns: [{ width: 200 }, { width: 100, align: 'right' }],
      head: [[txt('Head')], [txt('Sum')]],
      rows: rows.map((cells) => ({ cells: cells.map((c) => [p(txt(c))]) })),
    })),
  },
  {
    weight: 1,
    arbitrary: fc
      .array(sentence, { minLength: 1, maxLength: 4 })
      .map((s): Block => ({ t: 'keep', content: s.map((x) => p(txt(x))) })),
  },
  { weight: 1, arbitrary: fc.constant<Block>({ t: 'pageBreak' }) },
)
const body = fc.array(block, { minLength: 1, maxLength: 14 })

/** Text of blocks in reading order, without white space, numbers of list items included. */
function spoken(blocks: readonly Block[]): string {
  const inline = (content: readonly Inline[]) => content.map((i) => (i.t === 'text' ? i.text : '')).join('')
  return squeezed(
    blocks
      .map((b): string =>
        b.t === 'paragraph' || b.t === 'heading'
          ? inline(b.content)
          : b.t === 'list'
            ? b.items.map((item, i) => `${i + 1}.${spoken(item)}`).join('')
            : b.t === 'keep'
              ? spoken(b.content)
              : b.t === 'table'
                ? b.rows.flatMap((r) => r.cells.map(spoken)).join('')
                : '',
      )
      .join(''),
  )
}

/** Everything laid out but the heads of tables, which may be repeated. */
const saidOnce = (laid: Laid) =>
  said({
    ...laid,
    pages: laid.pages.map((page) => ({
      items: page.items.filter((i) => i.k !== 'text' || !['Head', 'Sum'].includes(i.text)),
    })),
  })

describe('layout', () => {
  it('gives the first page a head and a foot of its own, as high as they are, and the others theirs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 }), (over, under) => {
        const lines = (word: string, n: number) => Array.from({ length: n }, () => p(txt(word)))
        const body = Array.from({ length: 120 }, (_, i) => p(txt(`clause${i}`)))
        const first = { header: lines('opening', over), footer: lines('closing', under) }
        const laid = lay(body, { header: [p(txt('running'))], footer: [p({ t: 'page' })], first })
        const words = texts(laid).map((page) => page.map((i) => i.text.trim()))
        const count = (page: number, word: string) => words[page]!.filter((w) => w === word).length
        expect([count(0, 'opening'), count(0, 'closing'), count(0, 'running')]).toEqual([over, under, 0])
        for (let n = 1; n < words.length; n += 1)
          expect([count(n, 'opening'), count(n, 'closing'), count(n, 'running'), count(n, String(n + 1))]).toEqual([
            ...[0, 0, 1, 1],
          ])
        expect(words.flat().filter((w) => w.startsWith('clause'))).toHaveLength(120)
        // Nothing of the text stands in what the head and the foot take.
        const at = (word: string) =>
          texts(laid)[0]!
            .filter((i) => i.text.trim().startsWith(word))
            .map((i) => i.y)
        const text = at('clause')
        for (const y of at('opening')) expect(y).toBeLessThan(Math.min(...text))
        for (const y of at('closing')) expect(y).toBeGreaterThan(Math.max(...text))
      }),
      { numRuns: 25 },
    )
  })

  it('gives even pages theirs, and those of a section theirs and their own numbers', () => {
    const many = (n: number, word: string) => Array.from({ length: n }, (_, i) => p(txt(`${word}${i}`)))
    const foot = (word: string): Block[] => [p(txt(word), { t: 'page' }, txt('/'), { t: 'pages' })]
    const heads = { header: [], footer: foot('C'), first: { header: [], footer: foot('B') } }
    const even = { header: [], footer: foot('E') }
    const feet = (list: Block[]) =>
      texts(lay(list, { footer: foot('A'), even })).map((page) =>
        page
          .filter((i) => i.y > bottom)
          .map((i) => i.text)
          .join('')
          .trim(),
      )
    const section = (more: object): Block => ({ t: 'section', ...more })
    const two = many(50, 'one')
    expect(feet([...two, section({ heads, from: 7 }), ...many(50, 'two')])).toEqual(['A1/4', 'E2/4', 'B7/4', 'C8/4'])
    // One that goes on where it is says how the next page begins and ends, not this one.
    expect(feet([p(txt('one')), section({ heads, goesOn: true }), ...two])).toEqual(['A1/2', 'C2/2'])
    // At the top of a page nothing goes on: the section is that page's.
    expect(feet([section({ goesOn: true, from: 5 }), ...two])).toEqual(['A5/2', 'E6/2'])
    expect(feet([section({ heads }), ...two])).toEqual(['B1/2', 'C2/2'])
    // Without heads of its own nothing changes, nor is a page opened again.
    expect(feet([p(txt('one')), section({}), p(txt('two'))])).toEqual(['A1/2', 'E2/2'])
  })

  it('runs text from column to column, about as high as each other, and on over pages', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 4 }),
        fc.integer({ min: 1, max: 260 }),
        fc.integer({ min: 0, max: 30 }),
        (columns, n, over) => {
          const words = Array.from({ length: n }, (_, i) => `w${i}`)
          const list = words.map((w) => p(txt(w)))
          const above = Array.from({ length: over }, () => p(txt('over')))
          const laid = lay([
            ...above,
            { t: 'section', goesOn: true, columns },
            ...list,
            { t: 'section', goesOn: true },
            p(txt('last')),
          ])
          const pages = texts(laid).map((page) => page.filter((i) => /^w/.test(i.text)))
          expect(pages.flat().map((i) => i.text.trim())).toEqual(words)
          pages.forEach((page, at) => {
            const byColumn = new Map<number, typeof page>()
            for (const i of page) byColumn.set(i.x, [...(byColumn.get(i.x) ?? []), i])
            expect(byColumn.size).toBeLessThanOrEqual(columns)
            const ends = [...byColumn.values()].map((c) => c.at(-1)!.y)
            expect(Math.max(...ends)).toBeLessThanOrEqual(bottom)
            // The last page of it, and only that, has columns of the same height but for a line.
            if (at === pages.length - 1 || !pages[at + 1]!.length) {
              const most = Math.ceil(page.length / columns)
              for (const c of byColumn.values()) expect(c.length).toBeLessThanOrEqual(most)
            }
          })
          const after = texts(laid)
            .at(-1)!
            .find((i) => i.text === 'last')!
          expect(after.y).toBeGreaterThan(
            Math.max(
              0,
              ...texts(laid)
                .at(-1)!
                .filter((i) => /^w/.test(i.text))
                .map((i) => i.y),
            ),
          )
        },
      ),
      { numRuns: 40 },
    )
  })

  it('begins a column where it is told to; where there is one, a page', () => {
    const list: Block[] = [p(txt('a')), { t: 'pageBreak', column: true }, p(txt('b')), p(txt('c'))]
    const [page] = texts(lay([{ t: 'section', columns: 2, goesOn: true }, ...list]))
    const [a, b, c] = ['a', 'b', 'c'].map((w) => page!.find((i) => i.text === w)!)
    expect([b!.x > a!.x, b!.y === a!.y, c!.x === b!.x]).toEqual([true, true, true])
    expect(lay(list).pages).toHaveLength(2)
    // A new page in front of a section that goes on is one.
    const goesOn: Block = { t: 'section', columns: 2, goesOn: true }
    expect(lay([p(txt('a')), { t: 'pageBreak' }, goesOn, p(txt('b'))]).pages).toHaveLength(2)
    expect(lay([p(txt('a')), goesOn, p(txt('b'))]).pages).toHaveLength(1)
  })

  it('never loses or doubles a character, whatever the blocks', () => {
    fc.assert(
      fc.property(body, (blocks) => {
        // Cells of one row stand side by side; letters are compared, not their order among columns.
        const sorted = (s: string) => [...s].sort().join('')
        expect(sorted(saidOnce(lay(blocks)))).toBe(sorted(spoken(blocks)))
      }),
      { numRuns: 60 },
    )
  })

  it('keeps everything inside the margins, and fields clear of text and of each other', () => {
    fc.assert(
      fc.property(body, (blocks) => {
        const laid = lay(blocks)
        texts(laid).forEach((items, n) => {
          for (const i of items) {
            expect(i.x).toBeGreaterThanOrEqual(A4.left - 0.02)
            expect(i.x + fonts.width(i.face, i.text.trimEnd()) * i.size).toBeLessThanOrEqual(A4.width - A4.right + 0.6)
            expect(i.y).toBeLessThanOrEqual(bottom)
          }
          const fields = laid.fields.filter((f) => f.page === n + 1)
          fields.forEach((f, k) => {
            expect(f.y + f.h).toBeLessThanOrEqual(bottom)
            for (const other of fields.slice(k + 1)) expect(overlap(f, other)).toBe(false)
            for (const i of items.filter((t) => t.text.trim()))
              expect(
                overlap(f, {
                  x: i.x,
                  y: i.y - i.size * 0.6,
                  w: fonts.width(i.face, i.text.trimEnd()) * i.size,
                  h: i.size * 0.6,
                }),
              ).toBe(false)
          })
        })
      }),
      { numRuns: 40 },
    )
  })

  it('repeats a table’s head on every page it goes over, and adds up to the table', () => {
    const rows = Array.from({ length: 120 }, (_, i) => ({ cells: [[p(txt(`row ${i}`))], [p(txt(String(i)))]] }))
    const laid = lay([
      { t: 'table', columns: [{ width: 3 }, { width: 1 }], head: [[txt('What')], [txt('Amount')]], rows },
    ])
    expect(laid.pages.length).toBeGreaterThan(2)
    let sum = 0
    for (const items of texts(laid)) {
      expect(items[0]!.text).toBe('What')
      for (const i of items) if (/^\d+$/.test(i.text)) sum += Number(i.text)
    }
    expect(sum).toBe((119 * 120) / 2)
  })

  it('cuts a row that is taller than a page, and says all of it', () => {
    const long = Array.from({ length: 160 }, (_, i) => `sentence ${i} of a long clause that fills lines.`).join(' ')
    const laid = lay([
      {
        t: 'table',
        columns: [{ width: 1 }, { width: 1 }],
        head: [],
        rows: [{ cells: [[p(txt(long))], [p(txt('short'))]] }],
      },
    ])
    expect(laid.pages.length).toBeGreaterThan(1)
    expect(said(laid)).toContain(squeezed('sentence 159 of a long clause'))
  })

  it('keeps a heading with what follows, and kept blocks together', () => {
    const filler = Array.from({ length: 33 }, (_, i) => p(txt(`line ${i}`)))
    for (let n = 26; n <= 33; n += 1) {
      const laid = lay([
        ...filler.slice(0, n),
        { t: 'heading', level: 2, content: [txt('Head')] },
        p(txt('Body')),
        { t: 'keep', content: [p(txt('K1')), p(txt('K2')), p(txt('K3'))] },
      ])
      const page = (text: string) => texts(laid).findIndex((items) => items.some((i) => i.text === text))
      expect(page('Head')).toBe(page('Body'))
      expect(new Set(['K1', 'K2', 'K3'].map(page)).size).toBe(1)
    }
  })

  it('numbers pages in the footer and begins anew after a page break', () => {
    const footer: Block[] = [p(txt('page '), { t: 'page' }, txt(' of '), { t: 'pages' })]
    const laid = lay([p(txt('one')), { t: 'pageBreak' }, p(txt('two')), { t: 'pageBreak' }, p(txt('three'))], {
      footer,
    })
    expect(laid.pages).toHaveLength(3)
    texts(laid).forEach((items, i) =>
      expect(items.map((t) => t.text).join('')).toMatch(new RegExp(`page ${i + 1} of 3$`)),
    )
  })

  it.each([
    ['a word wider than the line is cut', 'x'.repeat(600), /^x+$/],
    ['an emoji gets a face that has it', 'Sauna 🔥', /🔥/],
    ['a letter no face has becomes a question mark', 'a\u{10FFFD}b', /^a\?b$/],
    ['override characters are dropped', 'a\u202Eb\u2066c', /^abc$/],
  ])('%s', (_, source, expected) => expect(said(lay([p(txt(source))]))).toMatch(expected))

  it('sets right-to-left text from the right', () => {
    const [items] = texts(lay([p(txt('שלום עולם'))]))
    expect(items![0]!.face).toBe('hebrew')
    expect(Math.max(...items!.map((i) => i.x + i.width))).toBeCloseTo(A4.width - A4.right, 0)
  })

  it('of a document being written finds the same places as from nothing, and says where each page begins', () => {
    const cache = { boxes: new Map() }
    const long = Array.from({ length: 60 }, (_, i): Block => ({ ...p(txt(`clause ${i} `.repeat(40))), id: `c${i}` }))
    for (const change of [0, 7, 59]) {
      const blocks = long.map((b, i) => (i === change ? { ...p(txt('changed '.repeat(change))), id: `c${i}` } : b))
      const kept = layoutDocument(paper(blocks), fonts, A4, cache)
      const fresh = lay(blocks)
      expect(kept.starts).toEqual(fresh.starts)
      expect(kept.starts).toHaveLength(fresh.pages.length - 1)
      expect(said(kept)).toBe(said(fresh))
      for (const { page, block, index, offset } of fresh.starts) {
        const content = blocks.find((b) => b.id === block) as Extract<Block, { t: 'paragraph' }>
        const from = (content.content[index] as { text: string }).text.slice(offset)
        const first = texts(fresh)[page - 1]![0]!.text
        expect(squeezed(from).startsWith(squeezed(first))).toBe(true)
      }
    }
  })

  it('holds a list of two thousand guests, each once, and one of none', () => {
    const list: Block = {
      t: 'table',
      columns: [{ width: 1 }],
      head: [[txt('Guest')]],
      rows: [{ each: 'guests', cells: [[{ t: 'paragraph', content: [{ t: 'value', path: 'item.name' }] }]] }],
    }
    const of = (n: number) => {
      const guests = Array.from({ length: n }, (_, i) => ({
        name: {
          value: `Guest${i};`,
          type: 'text' as const,
          label: 'n',
          source: { path: 'item.name', label: 'n', record: 'job' as const, id: null, fact: null },
        },
      }))
      return layoutDocument(merge(paper([list]), { values: {}, lists: { guests }, currency: 'GBP' }).document, fonts)
    }
    const many = said(of(2000))
    expect(many.match(/Guest\d+;/g)).toHaveLength(2000)
    expect(new Set(many.match(/Guest\d+;/g)).size).toBe(2000)
    expect(said(of(0))).toBe('Guest')
  })

  it('puts initials at the foot of every page, clear of the footer, and finds what overflows its box', () => {
    const set = { ...field('note'), preset: 'far too much for so small a box as this one is' }
    const laid = lay([p({ t: 'field', field: set, width: 40 }), { t: 'pageBreak' }, p(txt('two'))], {
      initials: ['client', 'business'],
      footer: [p(txt('foot'))],
    })
    expect(laid.fields.filter((f) => f.field.type === 'initials').map((f) => [f.page, f.field.party])).toEqual([
      [1, 'client'],
      [1, 'business'],
      [2, 'client'],
      [2, 'business'],
    ])
    for (const f of laid.fields.filter((x) => x.field.type === 'initials'))
      for (const i of texts(laid)[f.page - 1]!) expect(i.y).toBeLessThanOrEqual(f.y)
    expect(laid.overflows).toEqual([{ key: 'note', label: 'note' }])
  })
})

describe('a picture in a line', () => {
  const mark = (width: number, height: number): Inline => ({
    t: 'picture',
    src: 'data:,',
    alt: 'a mark',
    width,
    height,
  })
  const pictures = (laid: Laid) =>
    laid.pages.flatMap((page) => page.items.filter((i): i is Extract<Item, { k: 'image' }> => i.k === 'image'))
  it('stands on the baseline between the words, and makes room for itself', () => {
    const plain = lay([p(txt('before '), txt('after')), p(txt('next'))])
    const laid = lay([p(txt('before '), mark(30, 40), txt(' after')), p(txt('next'))])
    const [picture] = pictures(laid)
    const [before, after, next] = texts(laid)[0]!
    expect(picture).toMatchObject({ w: 30, h: 40 })
    expect(picture!.y + picture!.h).toBeCloseTo(before!.y)
    expect(picture!.x).toBeGreaterThan(before!.x)
    expect(after!.x).toBeGreaterThanOrEqual(picture!.x + picture!.w)
    expect(next!.y).toBeGreaterThan(texts(plain)[0]!.at(-1)!.y)
    // Whoever can't see it hears what it shows, within its paragraph.
    const node = laid.nodes[picture!.node!]!
    expect([node.role, node.alt, laid.nodes[node.parent!]!.role]).toEqual(['Figure', 'a mark', 'P'])
  })
  it('is never wider than its line, and keeps its shape', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2000 }), fc.integer({ min: 1, max: 300 }), (width, height) => {
        const [picture] = pictures(lay([p(txt('a '), mark(width, height))]))
        expect(picture!.x + picture!.w).toBeLessThanOrEqual(A4.width)
        expect(picture!.w / picture!.h).toBeCloseTo(width / height)
      }),
      { numRuns: 40 },
    )
  })
})
