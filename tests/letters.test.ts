import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { toDocx } from '../core/document/docx'
import { linesOfPaper } from '../core/document/lines'
import type { Block } from '../core/document/model'
import { bringFile } from '../server/files/worker/bring'
import type { Brought } from '../shared/library'
import { asOffice, printedByOffice, wordsOf } from './support/office'
import { paper } from './support/paper'

/** Forty letters, eight by each of five programs (tests/letters/make); what is in them is told by another word processor. */
const SET = join(import.meta.dirname, 'letters/set')
const files = new Map(
  readdirSync(SET).map((f) => [f.replace('.docx', ''), new Uint8Array(readFileSync(join(SET, f)))] as const),
)

/** Numbers raised at words are numbers there, too. */
const plain = (text: string) => text.replace(/[⁰¹²³⁴⁵⁶⁷⁸⁹]/g, (d) => String('⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(d)))
/** The words of blocks with the numbers of their lists, as a page shows them. */
const shown = (blocks: readonly Block[]): string =>
  blocks
    .map((b) =>
      b.t === 'list'
        ? b.items.map((item, i) => `${b.ordered ? `${i + 1}. ` : ''}${shown(item)}`).join('\n')
        : linesOfPaper({ title: '', language: '', parties: [], header: [], footer: [], body: [b] }).join('\n'),
    )
    .join('\n')
/** The first word of `all` that isn’t in `ours`, in their order; undefined where every one is. */
function firstMissing(all: readonly string[], ours: readonly string[]): string | undefined {
  let at = 0
  return all.find((word) => {
    const next = ours.indexOf(word, at)
    if (next >= 0) at = next + 1
    return next < 0
  })
}
/** The cells of a page’s tables, by how many columns and rows each goes over. */
const cellsOf = (html: string): string[] =>
  [...html.matchAll(/<t[dh]\b([^>]*)>/g)].map(([, a = '']) =>
    ['colspan', 'rowspan'].map((n) => new RegExp(`\\b${n}="(\\d+)"`).exec(a)?.[1] ?? '1').join('×'),
  )

describe('a letter that goes out', () => {
  it('is printed in its columns, and its pages begin and end as they do here', { timeout: 120_000 }, async () => {
    const p = (text: string): Block => ({ t: 'paragraph', content: [{ t: 'text', text }] })
    const counted = (word: string): Block => ({ t: 'paragraph', content: [{ t: 'text', text: word }, { t: 'page' }] })
    const clauses = (word: string) => Array.from({ length: 110 }, (_, i) => p(`${word}${i}`))
    const heads = {
      ...{ header: [p('Annex')], footer: [counted('annex')] },
      ...{ first: { header: [p('Opening')], footer: [] } },
    }
    const document = paper(
      [
        ...[p('over'), { t: 'section' as const, goesOn: true, columns: 2 }, ...clauses('c')],
        ...[{ t: 'section' as const, goesOn: true }, p('under')],
        ...[{ t: 'section' as const, heads, from: 1 }, ...clauses('a')],
      ],
      {
        header: [p('Larkmoor')],
        footer: [counted('page')],
        even: { header: [p('Even')], footer: [counted('turned')] },
      },
    )
    const pages = printedByOffice(await toDocx(document))
    const at = (word: string) => pages.flat().find((w) => w.word === word)!
    const [c0, under] = [at('c0'), at('under')]
    const columns = new Set(pages.flat().flatMap((w) => (/^c\d/.test(w.word) ? [Math.round(w.x)] : [])))
    expect(columns.size).toBe(2)
    expect(Math.max(...columns) - c0.x).toBeGreaterThan(150)
    // What stands after the columns stands under both of them.
    const page = pages.find((list) => list.includes(under))!
    for (const w of page) if (/^c\d/.test(w.word)) expect(w.y).toBeLessThan(under.y)
    const ends = pages.map((list) => list.flatMap((w) => (/^(c|a)?\d|^over$|^under$/.test(w.word) ? [] : [w.word])))
    expect(ends).toEqual([
      ...[['Larkmoor', 'page1'], ['Even', 'turned2'], ['Opening'], ['Annex', 'annex2'], ['Annex', 'annex3']],
    ])
  })
})

describe('letters of five programs', () => {
  const brought = new Map<string, Brought>()
  const again = new Map<string, Uint8Array>()
  beforeAll(async () => {
    for (const [name, bytes] of files) {
      brought.set(name, await bringFile({ name: `${name}.docx`, bytes, facts: [] }))
      again.set(name, await toDocx(brought.get(name)!.document))
    }
  }, 120_000)

  it('come in with every word and every number, in their order', { timeout: 300_000 }, () => {
    expect(files.size).toBe(40)
    for (const [name, text] of asOffice(files, 'text')) {
      const { document, left } = brought.get(name)!
      const words = wordsOf(text)
      expect(words.length, name).toBeGreaterThan(200)
      expect(firstMissing(words, wordsOf(plain(shown(document.body)))), name).toBeUndefined()
      expect(left, name).toEqual([])
    }
  })

  it('go out again with the same words, numbers and tables', { timeout: 600_000 }, () => {
    const [before, after] = [asOffice(files, 'text'), asOffice(again, 'text')]
    for (const [name, text] of before)
      expect(firstMissing(wordsOf(text), wordsOf(plain(after.get(name)!))), name).toBeUndefined()
    const [tables, same] = [asOffice(files, 'html'), asOffice(again, 'html')]
    let merged = 0
    for (const [name, html] of tables) {
      expect(cellsOf(same.get(name)!), name).toEqual(cellsOf(html))
      merged += cellsOf(html).filter((c) => c !== '1×1').length
    }
    expect(merged).toBeGreaterThan(20)
  })
})
