import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Block, Edges, Heads, PaperDocument, Section } from '../../../../core/document/model'
import { toDocx } from '../../../../core/document/docx'
import { para, run } from '../../../../core/document/plain'
import { paper } from '../../../../tests/support/paper'
import { letter, linesOf, lvl, num, p, t, tbl, tc } from '../../../../tests/support/letter'
import type { Changes } from '../../../../shared/library'
import { bringFile } from '../bring'

const brought = (bytes: Uint8Array, changes: Changes = 'taken') =>
  bringFile({ name: 'a.docx', bytes, facts: [], changes })
const lines = async (bytes: Uint8Array, changes: Changes = 'taken') =>
  linesOf((await brought(bytes, changes)).document.body)

describe('what a letter only shows', () => {
  const CLAUSES = `<w:abstractNum w:abstractNumId="0">${lvl(0, 'Part %1', 'upperRoman', '<w:pStyle w:val="Heading1"/>')}${lvl(1, '%1.%2', 'decimal', '<w:isLgl/>')}${lvl(2, '(%3)', 'lowerLetter')}</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="0"/><w:lvlOverride w:ilvl="1"><w:startOverride w:val="5"/></w:lvlOverride></w:num>`
  const STYLES = `<w:style w:type="paragraph" w:styleId="Heading1"><w:name w:val="heading 1"/><w:pPr><w:numPr><w:numId w:val="1"/></w:numPr></w:pPr></w:style>`

  it('is in its words: the numbers of clauses by themselves and by style, restarted, in their own figures', async () => {
    const head = (text: string) => p(t(text), '<w:pStyle w:val="Heading1"/>')
    const body = [
      head('Hire'),
      p(t('The goods'), num(1, 1)),
      p(t('clean'), num(1, 2)),
      p(t('dry'), num(1, 2)),
      head('Payment'),
      p(t('In advance'), num(1, 1)),
      p(t('Later'), num(2, 1)),
      p(t('no number')),
    ]
    expect(await lines(await letter(body.join(''), { numbering: CLAUSES, styles: STYLES }))).toEqual([
      ...[
        '# Part I Hire',
        '1.1 The goods',
        '(a) clean',
        '(b) dry',
        '# Part II Payment',
        '2.1 In advance',
        '2.5 Later',
        'no number',
      ],
    ])
  })

  it('but a plain list stays one, and bullets do', async () => {
    const plain = `<w:abstractNum w:abstractNumId="0">${lvl(0, '%1.')}</w:abstractNum><w:abstractNum w:abstractNumId="1">${lvl(0, '•', 'bullet')}</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="1"/></w:num>`
    const body = [
      p(t('one'), num(1, 0)),
      p(t('two'), num(1, 0)),
      p(t('between')),
      p(t('three'), num(1, 0)),
      p(t('dot'), num(2, 0)),
    ]
    // What goes on after other words has the number it has there.
    expect(await lines(await letter(body.join(''), { numbering: plain }))).toEqual([
      'list(one|two)',
      'between',
      '3. three',
      'list(dot)',
    ])
  })

  it('is in its words: lines of tabs and underlined spaces, fields of forms, boxes of every make', async () => {
    const fld = (data: string, result: string) =>
      `<w:r><w:fldChar w:fldCharType="begin"><w:ffData>${data}</w:ffData></w:fldChar></w:r><w:r><w:instrText>FORM</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>${t(result)}<w:r><w:fldChar w:fldCharType="end"/></w:r>`
    const body = [
      p(
        `${t('Name:')}<w:r><w:tab/></w:r>`,
        '<w:tabs><w:tab w:val="left" w:leader="underscore" w:pos="5000"/></w:tabs>',
      ),
      p(
        `${t('Barrel')}<w:r><w:tab/></w:r>${t('£180.00')}`,
        '<w:tabs><w:tab w:val="right" w:leader="dot" w:pos="9000"/></w:tabs>',
      ),
      p(`${t('Date: ')}<w:r><w:rPr><w:u w:val="single"/></w:rPr><w:t xml:space="preserve">          </w:t></w:r>`),
      p(`${t('Phone: ')}${fld('<w:name w:val="tel"/><w:textInput/>', '\u2002\u2002\u2002')}`),
      p(`${t('Town: ')}${fld('<w:textInput/>', 'Sedge')}`),
      p(`${fld('<w:checkBox><w:default w:val="0"/></w:checkBox>', '')}${t(' yes')}`),
      p(
        `<w:sdt><w:sdtPr><w14:checkbox><w14:checked w14:val="1"/></w14:checkbox></w:sdtPr><w:sdtContent>${t('☒')}</w:sdtContent></w:sdt>${t(' no')}`,
      ),
      p(`<w:r><w:sym w:font="Wingdings" w:char="F0A8"/></w:r>${t(' perhaps')}`),
      p(
        `${t('E-mail: ')}<w:sdt><w:sdtPr><w:showingPlcHdr/></w:sdtPr><w:sdtContent>${t('Click or tap here')}</w:sdtContent></w:sdt>`,
      ),
    ]
    expect(await lines(await letter(body.join('')))).toEqual([
      ...[
        'Name:__________',
        'Barrel £180.00',
        'Date: __________',
        'Phone: __________',
        'Town: Sedge',
        '☐ yes',
        '☒ no',
        '☐ perhaps',
        'E-mail: __________',
      ],
    ])
  })
})

describe('changes that are tracked in a letter', () => {
  const ins = (inner: string) => `<w:ins w:id="1" w:author="Ada Quist">${inner}</w:ins>`
  const del = (text: string) =>
    `<w:del w:id="2" w:author="Ben Holt"><w:r><w:delText xml:space="preserve">${text}</w:delText></w:r></w:del>`
  const mark = (kind: string) => `<w:rPr><w:${kind} w:id="3" w:author="Ada Quist"/></w:rPr>`
  const body = [
    p(`${t('A deposit of ')}${del('£50')}${ins(t('£80'))}${t(' is due.')}`),
    p(ins(t('No dogs.')), mark('ins')),
    p(t('The goods '), mark('del')),
    p(t('are clean.')),
    tbl([10], tc(p(t('Barrel')))).replace(
      '</w:tr>',
      `</w:tr><w:tr><w:trPr><w:del w:id="4"/></w:trPr>${tc(p(del('Stove')))}</w:tr>`,
    ),
    p(t('Paid'), `<w:jc w:val="center"/><w:pPrChange w:id="5"><w:pPr><w:jc w:val="right"/></w:pPr></w:pPrChange>`),
  ].join('')

  it.each<[Changes, string[]]>([
    ['taken', ['A deposit of £80 is due.', 'No dogs.', 'The goods are clean.', 'table(Barrel)', 'center: Paid']],
    ['refused', ['A deposit of £50 is due.', 'The goods', 'are clean.', 'table(Barrel|Stove)', 'right: Paid']],
    [
      'shown',
      [
        'A deposit of -£50-+£80+ is due.',
        '+No dogs.+',
        'The goods',
        'are clean.',
        'table(Barrel|-Stove-)',
        'center: Paid',
      ],
    ],
  ])('are %s as one asks', async (how, expected) => {
    const { document, changes, left } = await brought(await letter(body), how)
    expect(linesOf(document.body)).toEqual(expected)
    expect(changes.by).toEqual(['Ada Quist', 'Ben Holt'])
    expect(changes.count).toBeGreaterThan(5)
    expect(left).toEqual([])
  })
})

describe('any changes that are tracked', () => {
  const piece = fc.record({
    kind: fc.constantFrom('kept', 'ins', 'del', 'moved'),
    words: fc.constantFrom('a', 'b', 'cd', '£5'),
  })
  const paragraphs = fc.array(
    fc.record({
      pieces: fc.array(piece, { minLength: 1, maxLength: 5 }),
      end: fc.constantFrom('kept', 'kept', 'ins', 'del'),
    }),
    { minLength: 1, maxLength: 5 },
  )
  const written = ({ kind, words }: { kind: string; words: string }): string => {
    if (kind === 'kept') return t(words)
    if (kind === 'ins') return `<w:ins w:id="1">${t(words)}</w:ins>`
    if (kind === 'del') return `<w:del w:id="1"><w:r><w:delText>${words}</w:delText></w:r></w:del>`
    return `<w:moveFrom w:id="1">${t(words)}</w:moveFrom><w:moveTo w:id="2">${t(words)}</w:moveTo>`
  }
  /** What is left when every change is taken, or none: told without any XML. */
  const settled = (all: { pieces: { kind: string; words: string }[]; end: string }[], gone: 'del' | 'ins') => {
    let open = ''
    const out: string[] = []
    for (const [i, { pieces, end }] of all.entries()) {
      open += pieces.map((x) => (x.kind === gone ? '' : x.words)).join('')
      if (end === gone && i < all.length - 1) continue
      out.push(open)
      open = ''
    }
    return out.filter(Boolean)
  }

  it('are as if they had been made, or never been: nothing else of the words changes', async () => {
    await fc.assert(
      fc.asyncProperty(paragraphs, async (all) => {
        const body = all.map(({ pieces, end }) =>
          p(pieces.map(written).join(''), end === 'kept' ? '' : `<w:rPr><w:${end} w:id="9"/></w:rPr>`),
        )
        const bytes = await letter(`${body.join('')}${p(t('End'))}`)
        const told = [...all, { pieces: [{ kind: 'kept', words: 'End' }], end: 'kept' }]
        expect(await lines(bytes, 'taken')).toEqual(settled(told, 'del'))
        expect(await lines(bytes, 'refused')).toEqual(settled(told, 'ins'))
        const shown = (await lines(bytes, 'shown')).join('').replace(/[+-]/g, '')
        expect(shown).toBe(
          `${all.map((x) => x.pieces.map((y) => (y.kind === 'moved' ? y.words.repeat(2) : y.words)).join('')).join('')}End`,
        )
      }),
      { numRuns: 60 },
    )
  })
})

describe('a letter comes in whole', () => {
  it('with cells merged across and down, and rows that begin beyond the side', async () => {
    const { document } = await brought(
      await letter(
        tbl(
          [1000, 2000, 1000],
          tc(p(t('Terms')), 3),
          tc(p(t('Barrel')), 1, 'restart') + tc(p(t('two days'))) + tc(p(t('£420'))),
          tc('', 1, 'continue') + tc(p(t('more')), 2),
        ) +
          tbl(
            [1000, 1000],
            `<w:trPr><w:gridBefore w:val="1"/></w:trPr>${tc(p(t('Each')))}`,
            tc(p(t('Logs'))) + tc(p(t('£9'))),
          ),
      ),
    )
    const [first, second] = document.body
    expect(first).toMatchObject({
      columns: [{ width: 250 }, { width: 500 }, { width: 250 }],
      rows: [
        { merged: [{ cell: 0, across: 3, down: 1 }] },
        { merged: [{ cell: 0, across: 1, down: 2 }] },
        { merged: [{ cell: 1, across: 2, down: 1 }] },
      ],
    })
    expect(linesOf(document.body)).toEqual(['table(Terms,,|Barrel,two days,£420|,more,)', 'table(,Each|Logs,£9)'])
    expect(second!.t === 'table' && second!.rows[0]!.merged).toBeFalsy()
  })

  it('with a table in a cell, notes at its end, and the words of text boxes after what they hang on', async () => {
    const note = (id: number) => `<w:r><w:footnoteReference w:id="${id}"/></w:r>`
    const box = `<w:r><mc:AlternateContent><mc:Choice Requires="wps"><w:drawing><wp:anchor><wps:txbx><w:txbxContent>${p(t('Keep dry.'))}</w:txbxContent></wps:txbx></wp:anchor></w:drawing></mc:Choice><mc:Fallback><w:pict><v:textbox><w:txbxContent>${p(t('Keep dry.'))}</w:txbxContent></v:textbox></w:pict></mc:Fallback></mc:AlternateContent></w:r>`
    const { document, left } = await brought(
      await letter(
        [
          p(`${t('The hire')}${note(2)}${t(' is for two days')}${note(3)}${t('.')}`),
          tbl([10], tc(tbl([10, 10], tc(p(t('in'))) + tc(p(t('side')))))),
          p(`${t('Stove')}${box}`),
          p(t('End')),
        ].join(''),
        {
          footnotes: `<w:footnote w:id="2">${p(t('From noon.'))}</w:footnote><w:footnote w:id="3">${p(t('Not on Sundays.'))}${p(t('Or feasts.'))}</w:footnote>`,
        },
      ),
    )
    expect(linesOf(document.body)).toEqual([
      ...['The hire¹ is for two days².', 'table(table(in,side))', 'Stove', 'Keep dry.', 'End', '(rule)'],
      ...['¹ From noon.', '² Not on Sundays.', 'Or feasts.'],
    ])
    expect(left).toEqual(['the frame of a text box (its words are there): “Keep dry.”'])
  })

  it('with the head and foot of its pages, and their numbers that count', async () => {
    const fld = (what: string) => `<w:fldSimple w:instr=" ${what} \\* MERGEFORMAT ">${t('7')}</w:fldSimple>`
    const section = (refs: string, more = '') => `<w:sectPr>${refs}${more}</w:sectPr>`
    const ref = (kind: string, type: string, id: string) => `<w:${kind}Reference w:type="${type}" r:id="${id}"/>`
    const { document, left } = await brought(
      await letter(
        [
          p(t('One')),
          p(
            '',
            section(
              ref('header', 'default', 'header1') +
                ref('footer', 'default', 'footer1') +
                ref('header', 'first', 'header2'),
              '<w:titlePg/>',
            ),
          ),
          p(t('Two')),
          section(ref('footer', 'default', 'footer2'), '<w:cols w:num="2"/>'),
        ].join(''),
        {
          header1: p(t('Larkmoor Saunas')),
          header2: p(t('Sedge Lane 4')),
          footer1: p(
            `${t('Page ')}${fld('PAGE')}${t(' of ')}<w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText> NUMPAGES </w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>${t('9')}<w:r><w:fldChar w:fldCharType="end"/></w:r>`,
          ),
          footer2: p(t('Terms of hire')),
        },
      ),
    )
    expect(linesOf(document.header)).toEqual(['Larkmoor Saunas'])
    expect(linesOf(document.footer)).toEqual(['Page # of ##'])
    expect(linesOf(document.first!.header)).toEqual(['Sedge Lane 4'])
    expect(document.first!.footer).toEqual([])
    expect(linesOf(document.body)).toEqual(['One', '(section)', 'Two'])
    const begins = document.body[1] as Section
    // What it doesn't say it has of the one before.
    expect([begins.columns, begins.goesOn, linesOf(begins.heads!.header), linesOf(begins.heads!.footer)]).toEqual([
      ...[2, undefined, ['Larkmoor Saunas'], ['Terms of hire']],
    ])
    expect(left).toEqual([])
  })

  it('with columns, even pages and the numbers of its pages, and what of them has no place is told', async () => {
    const ref = (kind: string, type: string, id: string) => `<w:${kind}Reference w:type="${type}" r:id="${id}"/>`
    const section = (...more: string[]) => `<w:sectPr>${more.join('')}</w:sectPr>`
    const on = '<w:type w:val="continuous"/>'
    const cols = (n: number, more = '') => `<w:cols w:num="${n}"${more}/>`
    const { document, left } = await brought(
      await letter(
        [
          p(t('Two'), section(ref('header', 'default', 'header1'), ref('header', 'even', 'header2'), cols(2))),
          p(`${t('One')}<w:r><w:br w:type="column"/></w:r>${t('next')}`, section(on)),
          p(t('same'), section(on)),
          p(t('new'), section('<w:pgSz w:w="16838" w:h="11906"/><w:pgNumType w:start="4" w:fmt="upperRoman"/>')),
          p(t('wide')),
          section(on, cols(9, ' w:sep="1"')),
        ].join(''),
        { header1: p(t('Odd')), header2: p(t('Even')), settings: '<w:evenAndOddHeaders/>' },
      ),
    )
    expect([linesOf(document.header), linesOf(document.even!.header)]).toEqual([['Odd'], ['Even']])
    const said = document.body.map((b) =>
      b.t === 'section' ? [b.goesOn, b.columns, b.from, b.heads] : linesOf([b])[0],
    )
    expect(said).toEqual([
      [true, 2, undefined, undefined],
      ...['Two', [true, undefined, undefined, undefined], 'One', '(pageBreak)', 'next', 'same'],
      [undefined, undefined, 4, undefined],
      ...['new', [true, 6, undefined, undefined], 'wide'],
    ])
    expect(left).toEqual([
      'that its pages lie on their side up to “new”',
      'the figures its pages are numbered in up to “new”',
      'text in 9 columns (it is in 6)',
      'the line between columns of running text',
    ])
  })

  it('with any sections and heads it went out with', async () => {
    const edge = (word: string) => [para([run(word)])]
    const heads = (n: number, more: object = {}) => ({ header: edge(`Head ${n}`), footer: edge(`Foot ${n}`), ...more })
    const own = (n: number) => ({ header: edge(`Own head ${n}`), footer: [] })
    const ways = fc.record({ first: fc.boolean(), even: fc.boolean() })
    const part = fc.record({
      goesOn: fc.boolean(),
      columns: fc.integer({ min: 1, max: 6 }),
      heads: fc.option(ways, { nil: null }),
      from: fc.option(fc.integer({ min: 2, max: 40 }), { nil: undefined }),
    })
    const waysOf = (n: number, w: { first: boolean; even: boolean }) => ({
      ...(w.first ? { first: own(n) } : {}),
      ...(w.even ? { even: own(n + 0.5) } : {}),
    })
    const shape = (d: PaperDocument) => {
      const edges = (e: Edges) => [linesOf(e.header), linesOf(e.footer)]
      const all = (h: Heads) => [edges(h), h.first ? edges(h.first) : null, h.even ? edges(h.even) : null]
      return [
        all(d),
        ...d.body.map((b) =>
          b.t === 'section' ? [!!b.goesOn, b.columns ?? 1, b.from, b.heads ? all(b.heads) : null] : linesOf([b]),
        ),
      ]
    }
    await fc.assert(
      fc.asyncProperty(ways, fc.array(part, { maxLength: 4 }), async (first, parts) => {
        let columns = 1
        const body = parts.flatMap((s, i): Block[] => {
          const words = para([run(`Part ${i + 2}`)])
          const own = s.heads && { ...heads(i + 2, waysOf(i + 2, { ...s.heads, first: s.heads.first && !s.goesOn })) }
          const says = own || s.from !== undefined || s.columns !== columns
          columns = s.columns
          // What differs in nothing goes on, or begins a page.
          if (!says) return [...(s.goesOn ? [] : [{ t: 'pageBreak' as const }]), words]
          const begins: Section = {
            t: 'section',
            ...(s.goesOn ? { goesOn: true } : {}),
            ...(s.columns > 1 ? { columns: s.columns } : {}),
            ...(own ? { heads: own } : {}),
            ...(s.from === undefined ? {} : { from: s.from }),
          }
          return [begins, words]
        })
        const given = paper([para([run('Part 1')]), ...body], heads(1, waysOf(1, first)))
        const { document, left } = await brought(await toDocx(given))
        expect(shape(document)).toEqual(shape(given))
        expect(left).toEqual([])
      }),
      { numRuns: 40 },
    )
  })

  it('with the head of its first page out again, and in once more', async () => {
    const first = { header: [para([run('Sedge Lane 4')])], footer: [] }
    const given = paper([para([run('One')])], { header: [para([run('Larkmoor Saunas')])], first })
    const { document, left } = await brought(await toDocx(given))
    expect(linesOf(document.first!.header)).toEqual(['Sedge Lane 4'])
    expect([document.first!.footer, linesOf(document.header), linesOf(document.body)]).toEqual([
      [],
      ['Larkmoor Saunas'],
      ['One'],
    ])
    expect(left).toEqual([])
    const without = await brought(await toDocx(paper([para([run('One')])])))
    expect(without.document).not.toHaveProperty('first')
  })

  it('with what reads from the right on its side', async () => {
    const bidi = '<w:bidi/>'
    expect(
      await lines(
        await letter([p(t('שלום (12)'), bidi), p(t('סוף'), `${bidi}<w:jc w:val="right"/>`), p(t('end'))].join('')),
      ),
    ).toEqual(['right: שלום (12)', 'סוף', 'end'])
  })

  it('with its fields by their names and choices, and blanks that are cut into pieces', async () => {
    const sdt = (settings: string, shows: string) =>
      `<w:sdt><w:sdtPr>${settings}</w:sdtPr><w:sdtContent>${t(shows)}</w:sdtContent></w:sdt>`
    const { document, blanks } = await brought(
      await letter(
        [
          p(
            `${t('Size: ')}${sdt('<w:alias w:val="Barrel size"/><w:tag w:val="size"/><w:dropDownList><w:listItem w:displayText="Choose" w:value=""/><w:listItem w:displayText="Small" w:value="s"/><w:listItem w:displayText="Large" w:value="l"/></w:dropDownList>', 'Small')}`,
          ),
          p(`${t('From: ')}${sdt('<w:showingPlcHdr/><w:date/>', 'Click to choose a day')}`),
          p(
            `${sdt('<w14:checkbox><w14:checked w14:val="0"/></w14:checkbox><w:tag w:val="wood"/>', '☐')}${t(' with wood')}`,
          ),
          p(`${t('Your e-mail: ')}${t('____')}${t('______')}`),
          tbl([10, 10], tc(p(t('Parent’s signature'))) + tc(''), tc(p(t('Date'))) + tc('')),
        ].join(''),
      ),
    )
    expect(blanks.map((b) => [b.text, b.propose.kind === 'value' ? b.propose.path : b.propose.field.type])).toEqual([
      ['Small', 'choice'],
      ['__________', 'day'],
      ['☐', 'tick'],
      ['__________', 'client.email'],
      ['', 'signature'],
      ['', 'date'],
    ])
    expect(blanks[0]!.propose).toMatchObject({
      field: { label: 'Barrel size', options: ['Small', 'Large'], dataName: 'size' },
    })
    expect(blanks[2]!.propose).toMatchObject({ field: { label: 'wood', dataName: 'wood', required: false } })
    expect(blanks[4]!.propose).toMatchObject({ field: { party: 'guardian' } })
    expect(document.parties.map((x) => x.key)).toEqual(['client', 'business', 'guardian'])
    // Each is where it says it is, to the letter.
    for (const b of blanks) {
      const block = JSON.stringify(document).includes(`"id":"${b.block}"`)
      expect(block).toBe(true)
    }
    expect(JSON.stringify(document)).not.toMatch(/[\uE000-\uEFFF]/)
  })

  it('with boxes to tick however they were typed', async () => {
    const typed = (font: string, ch: string) =>
      `<w:r><w:rPr><w:rFonts w:ascii="${font}"/></w:rPr><w:t>${ch}</w:t></w:r>`
    const { document, blanks } = await brought(
      await letter(
        [
          p(`${typed('Wingdings', '\uF0A8')}${t(' with wood')}`),
          p(`${typed('Wingdings', 'o')}${t(' with robes')}`),
          p(`${t('Deposit paid [ ] yes [ ] no')}`),
          // A letter beyond the font's own places is that letter, even where its last byte is a box's.
          p(typed('Wingdings', 'Dům')),
        ].join(''),
      ),
    )
    expect(linesOf(document.body)).toEqual(['☐ with wood', '☐ with robes', 'Deposit paid [ ] yes [ ] no', 'Dům'])
    expect(
      blanks.map((b) => (b.propose.kind === 'field' ? [b.propose.field.type, b.propose.field.label] : [])),
    ).toEqual([...['with wood', 'with robes', 'yes', 'no'].map((label) => ['tick', label])])
  })

  it('and what it can’t keep is told with its place', async () => {
    const { left } = await brought(
      await letter(
        [
          p(`${t('The sum of ')}<m:oMath><m:r><m:t>x</m:t></m:r></m:oMath>`),
          p(`${t('Paid')}<w:r><w:commentReference w:id="1"/></w:r>`),
          p(`${t('Plain')}<w:r><w:rPr><w:vanish/></w:rPr><w:t>secret</w:t></w:r>`),
        ].join(''),
      ),
    )
    expect(left).toEqual(['a formula at “The sum of”', 'hidden words at “Plainsecret”', 'a comment at “Paid”'])
  })

  it('but no more than can be read', async () => {
    const many = Array.from({ length: 200 }, (_, i) => p(`${t(`Line ${i}`)}<m:oMath><m:r><m:t>x</m:t></m:r></m:oMath>`))
    const { left } = await brought(await letter(many.join('')))
    expect(left).toHaveLength(39)
    expect(left.at(-1)).toBe('162 more things of these kinds')
  })
})
