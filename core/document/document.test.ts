import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyPaper } from '../../tests/support/anyPaper'
import { paper } from '../../tests/support/paper'
import { fillBlanks } from './blanks'
import { findBlanks } from './find-blanks'
import { h, p } from './build'
import { type ClauseLookup, clausesOf, resolveClauses, wouldCircle } from './clauses'
import { toHtml } from './html'
import { fromHtml } from './from-html'
import { type Block, paperDocument } from './model'
import { withIds, fieldsOf, wordsOfInlines, walkBlocks, blocksOf } from './walk'
import { fromProse, toProse } from './prose'

const sizes = () => ({ width: 100, height: 50 })
const says = (blocks: readonly Block[]) =>
  [...walkBlocks(blocks)]
    .flatMap((b) => (b.t === 'paragraph' || b.t === 'heading' ? [wordsOfInlines(b.content)] : []))
    .join('|')

describe('a document', () => {
  it.each([
    ['', { width: 150, height: 75 }],
    ['width="100"', { width: 75, height: 37.5 }],
    ['style="width: 3cm"', { width: (72 / 2.54) * 3, height: (72 / 2.54) * 1.5 }],
    ['style="width:90pt;height:60pt"', { width: 90, height: 60 }],
    ['height="40" width="auto"', { width: 60, height: 30 }],
    ['width="4000000"', { width: 150, height: 75 }],
    ['width="800"', { width: 460, height: 230 }],
  ])('keeps a picture as large as it was: %s', (attributes, size) => {
    const html = `<p><img ${attributes} src="data:image/png;base64,AA"></p>`
    const [image] = fromHtml(html, () => ({ width: 200, height: 100 })).blocks
    expect(image).toMatchObject({ t: 'image', width: expect.closeTo(size.width) as number })
    expect(image).toMatchObject({ height: expect.closeTo(size.height) as number })
  })

  it.each([
    ['<p>Press <img width="20" height="20" src="data:image/png;base64,AA"> twice</p>', ['paragraph']],
    ['<p>Our meadow <img width="400" src="data:image/png;base64,AA"> in May</p>', ['paragraph', 'image', 'paragraph']],
    ['<p><img width="20" height="20" src="data:image/png;base64,AA"></p>', ['image']],
  ])('takes a picture for a word where it is as small as one, with words beside it: %s', (html, kinds) => {
    const { blocks, left } = fromHtml(html, () => ({ width: 200, height: 100 }))
    expect(blocks.map((b) => b.t)).toEqual(kinds)
    expect(left).toEqual([])
    if (kinds.length === 1 && blocks[0]!.t === 'paragraph')
      expect(blocks[0]!.content.map((i) => i.t)).toEqual(['text', 'picture', 'text'])
  })

  it('written out as JSON or handed to the editor reads back the same', () => {
    fc.assert(
      fc.property(anyPaper, (d) => {
        expect(paperDocument.parse(JSON.parse(JSON.stringify(d)))).toEqual(d)
        expect(fromProse(toProse(d), d)).toEqual(d)
      }),
      { numRuns: 150 },
    )
  })

  it('gives every block one id of its own, and keeps those that are there', () => {
    fc.assert(
      fc.property(anyPaper, (d) => {
        const ids = [...walkBlocks(blocksOf(d))].map((b) => b.id)
        expect(new Set(ids).size).toBe(ids.length)
        expect(withIds(d)).toEqual(d)
        const twice = withIds({ ...d, body: [...d.body, ...d.body] })
        expect(twice.body.slice(0, d.body.length)).toEqual(d.body)
      }),
    )
  })

  it('refuses what could not be drawn or would run', () => {
    const image = (src: string) =>
      paperDocument.safeParse(paper([{ t: 'image', src, alt: '', width: 9, height: 9 }])).success
    expect(image('data:image/png;base64,AAAA')).toBe(true)
    expect(image('data:image/svg+xml;base64,PHN2Zz4=')).toBe(false)
    expect(image('https://example.com/a.png')).toBe(false)
    expect(paperDocument.safeParse({ ...paper([]), parties: [{ key: 'A B', label: 'x' }] }).success).toBe(false)
  })

  it('has the initials of a party that puts them on every page among its fields', () => {
    expect(fieldsOf(paper([], { initials: ['client', 'nobody'] })).map((f) => f.key)).toEqual(['client-page-initials'])
  })
})

describe('clauses', () => {
  const lookup: ClauseLookup = (id, edition) =>
    ({
      fire: {
        edition: edition ?? 2,
        name: 'Fire',
        body: [
          { ...p(edition === 1 ? 'old fire' : 'fire'), id: 'a' },
          { t: 'clause' as const, clause: 'water', id: 'w' },
        ],
      },
      water: { edition: 1, name: 'Water', body: [{ ...p('water'), id: 'a' }] },
      loop: { edition: 1, name: 'Loop', body: [{ t: 'clause' as const, clause: 'pool' }] },
      pool: { edition: 1, name: 'Pool', body: [p('pool'), { t: 'clause' as const, clause: 'loop' }] },
    })[id]
  const use = (clause: string, more: object = {}): Block => ({ t: 'clause', clause, id: `use-${clause}`, ...more })

  it('stand where they are used, nested ones too, with ids of their own', () => {
    const { document, problems } = resolveClauses(paper([h(1, 'T'), use('fire'), use('water')]), lookup)
    expect(says(document.body)).toBe('T|fire|water|water')
    expect(document.body.map((b) => b.id)).toEqual([undefined, 'use-fire.a', 'use-fire.w.a', 'use-water.a'])
    expect(problems).toEqual([])
    expect(clausesOf(document.body)).toEqual([])
  })

  it('follow the library, or stay at an edition', () => {
    expect(says(resolveClauses(paper([use('fire', { edition: 1 })]), lookup).document.body)).toBe('old fire|water')
  })

  it('that lead back to themselves, or are gone, are told and left out', () => {
    const { document, problems } = resolveClauses(paper([use('loop'), use('gone')]), lookup)
    expect(says(document.body)).toBe('pool')
    expect(problems).toEqual([
      { clause: 'loop', why: 'circular' },
      { clause: 'gone', why: 'missing' },
    ])
    expect(wouldCircle('water', [use('fire')], lookup)).toBe(true)
    expect(wouldCircle('sand', [use('fire')], lookup)).toBe(false)
  })
})

describe('text from elsewhere', () => {
  it('keeps structure, marks, lists, tables and pictures, and tells what it left', () => {
    const { blocks, left } = fromHtml(
      `<html><head><style>p{}</style></head><body><h1>Hire <b>terms</b></h1><p style="text-align:center">One <em>and</em>
       two<br>three</p><ol><li>first</li><li>second<ul><li>inner</li></ul></li></ol>
       <table><tr><th>What</th><th>Each</th></tr><tr><td colspan="2">Barrel</td></tr></table><hr>
       <p><img src="data:image/png;base64,AA" alt="logo"></p><script>alert(1)</script><p onclick="x()"><a href="javascript:alert(1)">link</a></p></body></html>`,
      sizes,
    )
    expect(blocks.map((b) => b.t)).toEqual(['heading', 'paragraph', 'list', 'table', 'rule', 'image', 'paragraph'])
    expect(says(blocks)).toBe('Hire terms|One and two three|first|second|inner|Barrel|link')
    expect(blocks[3]).toMatchObject({ head: [[{ text: 'What' }], [{ text: 'Each' }]], rows: [{ cells: [[{}], []] }] })
    expect(left).toEqual(expect.arrayContaining(['a script', 'the targets of links']))
    expect(JSON.stringify(blocks)).not.toMatch(/alert|onclick|javascript/)
  })

  it('takes a paste from a word processor by its marks, without its clutter', () => {
    const { blocks } = fromHtml(
      `<!--StartFragment--><p class=MsoNormal><span style='font-weight:bold'>Fire<o:p></o:p></span></p><p><span style="font-style: italic">slowly</span></p>`,
      sizes,
    )
    expect(blocks).toEqual([
      { t: 'paragraph', content: [{ t: 'text', text: 'Fire', marks: ['bold'] }] },
      { t: 'paragraph', content: [{ t: 'text', text: 'slowly', marks: ['italic'] }] },
    ])
  })

  it('written as HTML carries the words and nothing that runs', () => {
    const html = toHtml(paper([p('<script>alert(1)</script> & *bold*')], { title: 'A "title"' }))
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; <strong>bold</strong>')
    expect(html).not.toContain('<script')
  })
})

describe('blanks', () => {
  const known = ['client.name', 'job.place', 'job.people', 'money.deposit', 'money.total'].map((path) => ({
    path,
    label: path,
  }))
  it.each([
    [['Signed for the client', '____________________'], 'signature'],
    [['____________________', '(signature of the hirer)'], 'signature'],
    [['X ____________________ signature'], 'signature'],
    [['____________________', 'Full name'], 'name'],
    [
      ['Words of another kind that go on for much longer than any caption does, about a signature.', '______________'],
      'text',
    ],
  ])('a line by itself in %j is a %s', (lines, type) => {
    const [found] = findBlanks(withIds(paper(lines.map((l) => p(l)))), known).blanks
    expect(found!.propose).toMatchObject({ kind: 'field', field: { type } })
  })

  it.each([
    ['Client name: ________', 'value client.name'],
    ['at [venue]', 'value job.place'],
    ['Number of guests ____', 'value job.people'],
    ['a deposit of ______ is due', 'value money.deposit'],
    ['Signed: ______________', 'field signature'],
    ['Signed by the hirer ......... ', 'field signature'],
    ['Date: ______', 'field date'],
    ['Initials ____', 'field initials'],
    ['Anything buried: ________', 'field text'],
    ['I have read [initials] this', 'field initials'],
  ])('%s', (text, expected) => {
    const [blank] = findBlanks(withIds(paper([p(text)])), known).blanks
    const got = blank!.propose
    expect(got.kind === 'value' ? `value ${got.path}` : `field ${got.field.type}`).toBe(expected)
  })

  it('are filled where they were accepted, and no other word changes', () => {
    const d = withIds(paper([p('For [client name] at ____ and ____.')]))
    const found = findBlanks(d, known).blanks
    expect(found).toHaveLength(3)
    const filled = fillBlanks(d, [found[0]!, found[2]!])
    expect(filled.body[0]).toMatchObject({
      content: [
        { t: 'text', text: 'For ' },
        { t: 'value', path: 'client.name' },
        { t: 'text', text: ' at ____ and ' },
        { t: 'field', field: { type: 'text' } },
        { t: 'text', text: '.' },
      ],
    })
    expect(fillBlanks(d, [])).toEqual(d)
  })
})
