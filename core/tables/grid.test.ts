import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { readList } from '../lists/read'
import { readGrid } from './grid'
import { encodingOf, readTable, textOf } from './table'

const bytesOf = (text: string, wide: 'le' | 'be', mark = true): Uint8Array =>
  Uint8Array.from(
    [...(mark ? `\uFEFF${text}` : text)].flatMap((c) => {
      const [high, low] = [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255]
      return wide === 'le' ? [low, high] : [high, low]
    }),
  )
const NAMES = 'Name;Stadt\nJürgen Größe;Köln\nZoë Ançay;Nîmes\n'
const latin = (text: string) => Uint8Array.from([...text].map((c) => c.charCodeAt(0)))

describe('a table of any program', () => {
  it.each([
    ['UTF-16, low byte first', bytesOf(NAMES, 'le')],
    ['UTF-16, high byte first', bytesOf(NAMES, 'be')],
    ['UTF-16 without its mark, low byte first', bytesOf(NAMES, 'le', false)],
    ['UTF-16 without its mark, high byte first', bytesOf(NAMES, 'be', false)],
    ['UTF-8 with its mark', new TextEncoder().encode(`\uFEFF${NAMES}`)],
    ['Latin-1', latin(NAMES)],
    ['Latin-1 behind a mark of UTF-8', Uint8Array.from([0xef, 0xbb, 0xbf, ...latin(NAMES)])],
  ])('is read letter by letter: %s', (_, bytes) => {
    const { heads, rows } = readTable(textOf(bytes, encodingOf(bytes)), 'utf-8', 'people')
    expect(heads).toEqual(['Name', 'Stadt'])
    expect(rows).toEqual([
      ['Jürgen Größe', 'Köln'],
      ['Zoë Ançay', 'Nîmes'],
    ])
  })

  it.each(['\n', '\r\n', '\r'])('is read whether its lines end in %j', (end) => {
    const grid = readGrid(['name,note', '"Ute ""the boat"" Brandt","two\nlines"', '', 'Bo,x'].join(end), 10)
    expect(grid.rows).toEqual([
      { line: 2, cells: ['Ute "the boat" Brandt', 'two\nlines'] },
      { line: 5, cells: ['Bo', 'x'] },
    ])
  })

  it('says which line a row begins on, whatever stands in cells and between rows', () => {
    const cell = fc
      .array(fc.constantFrom('a', '"', ',', '\n', ' b', 'ü', ';'), { maxLength: 6 })
      .map((p) => `x${p.join('')}`)
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(2), cell, cell), { minLength: 1, maxLength: 12 }), (written) => {
        let [text, line] = ['one,two', 2]
        const want = written.map(([empty, a, b]) => {
          const row = { line: line + empty, cells: [a, b] }
          text += '\n'.repeat(1 + empty) + Papa.unparse([[a, b]], { quotes: true })
          line += empty + 1 + (a + b).split('\n').length - 1
          return row
        })
        expect(readGrid(text, 100)).toEqual({ heads: ['one', 'two'], rows: want })
      }),
    )
  })

  it.each([
    [
      'a quotation mark left open',
      'name,email\nA,a@b.example\n"B,b@b.example\nC,c@b.example\n',
      'Line 3: a quotation mark',
    ],
    ['more cells than columns', 'name,email\nA,a@b.example\n\nB,b@b.example,x,y\n', 'Line 4 has 4 cells'],
    ['a hundred thousand columns', `name${','.repeat(100_000)}\nA\n`, '100,001 columns'],
    ['a hundred and one', `name${',x'.repeat(100)}\nA\n`, '101 columns'],
  ])('is refused with the reason and the line: %s', (_, text, words) => {
    expect(() => readTable(text, 'utf-8', 'people')).toThrow(words)
    const list = readList(text)
    const said = 'refused' in list ? list.refused : list.problems.map((p) => p.problem).join()
    expect(said).toContain(words)
  })

  it('of two columns with one name is refused as a list, and says which', () => {
    expect(readList('name,Email,email\nA,a@b.example,c@b.example')).toMatchObject({
      refused: expect.stringContaining('Two columns are called “email”') as string,
    })
  })

  it('with a mark within a bare cell is read as it stands', () => {
    expect(readGrid('name,size\nUte,5" pipe\nBo,6"', 9).rows.map((r) => r.cells[1])).toEqual(['5" pipe', '6"'])
  })

  it('with rows that are too short is read, what is missing being empty', () => {
    const list = readList('name,email,tent\nA,a@b.example\nB,b@b.example,4')
    expect('rows' in list && list.rows.map((r) => r.values.tent)).toEqual(['', '4'])
  })
})
