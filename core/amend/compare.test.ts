import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyPaper } from '../../tests/support/anyPaper'
import { paper } from '../../tests/support/paper'
import { clause, p } from '../document/build'
import type { PaperDocument } from '../document/model'
import { withIds, wordsOfInlines } from '../document/walk'
import { compareDocuments } from './compare'

const changes = (a: PaperDocument, b: PaperDocument) =>
  compareDocuments(a, b)
    .filter((c) => c.kind !== 'same')
    .map((c) => `${c.kind}: ${wordsOfInlines(c.content)}`)
const before = withIds(paper([clause('One.'), clause('Two.'), p('Three.')]))

describe('two versions of a document', () => {
  it('that are one have nothing changed', () =>
    fc.assert(fc.property(anyPaper, (d) => void expect(changes(d, structuredClone(d))).toEqual([]))))

  it('tell what was reworded, put in and taken out, in reading order', () => {
    const after = structuredClone(before)
    after.body[1] = { ...clause('Two and more.'), id: before.body[1]!.id! }
    after.body.splice(0, 1)
    after.body.push({ ...p('Four.'), id: 'new' })
    expect(changes(before, after)).toEqual(['removed: One.', 'changed: Two and more.', 'added: Four.'])
  })

  it('tell of what isn’t text: who stands on it, what is asked, a condition, the head of a table', () => {
    const table = (head: string): PaperDocument =>
      withIds(
        paper([
          { t: 'table', columns: [{ width: 1 }], head: [[{ t: 'text', text: head }]], rows: [{ cells: [[p('x')]] }] },
        ]),
      )
    expect(changes(table('What'), table('Which'))).toEqual(['changed: WhatWhich'])
    expect(changes(before, { ...before, parties: [...before.parties, { key: 'guest', label: 'Guest' }] })).toEqual([
      'added: [party: Guest]',
    ])
    const asks: PaperDocument['asks'] = [{ key: 'gate', label: 'Gate code', type: 'text', required: true }]
    expect(changes({ ...before, asks }, before)).toEqual(['removed: [asked when a paper is made: Gate code]'])
    const when = structuredClone(before)
    when.body[2]!.when = { path: 'job.place', is: 'set' }
    expect(changes(before, when)).toEqual(['changed: Three.'])
  })
})
