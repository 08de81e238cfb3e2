import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { bringFile } from './bring'

const W =
  'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" xmlns:w14="http://schemas.microsoft.com/office/word/2010/wordml"'
const TYPES = `<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>`
const REL = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const rels = (...all: [string, string][]) =>
  `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${all.map(([type, target], i) => `<Relationship Id="r${i}" Type="${REL}/${type}" Target="${target}"/>`).join('')}</Relationships>`

/** A letter of some paragraphs, as a file. */
async function letter(body: string, numbering = '', styles = ''): Promise<Uint8Array> {
  const zip = new JSZip()
  zip.file('[Content_Types].xml', TYPES)
  zip.file('_rels/.rels', rels(['officeDocument', 'word/document.xml']))
  zip.file('word/_rels/document.xml.rels', rels(['numbering', 'numbering.xml'], ['styles', 'styles.xml']))
  zip.file('word/document.xml', `<?xml version="1.0"?><w:document ${W}><w:body>${body}</w:body></w:document>`)
  zip.file('word/numbering.xml', `<?xml version="1.0"?><w:numbering ${W}>${numbering}</w:numbering>`)
  zip.file('word/styles.xml', `<?xml version="1.0"?><w:styles ${W}>${styles}</w:styles>`)
  return zip.generateAsync({ type: 'uint8array' })
}
const t = (text: string) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`
const p = (inner: string, settings = '') => `<w:p>${settings ? `<w:pPr>${settings}</w:pPr>` : ''}${inner}</w:p>`
const num = (id: number, level: number) => `<w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="${id}"/></w:numPr>`
const lvl = (n: number, text: string, format = 'decimal', more = '') =>
  `<w:lvl w:ilvl="${n}"><w:start w:val="1"/><w:numFmt w:val="${format}"/>${more}<w:lvlText w:val="${text}"/></w:lvl>`

/** The words of what was brought in, paragraph by paragraph. */
async function lines(bytes: Uint8Array): Promise<string[]> {
  const { document } = await bringFile({ name: 'a.docx', bytes, facts: [] })
  const said = (x: unknown): string =>
    Array.isArray(x)
      ? x.map(said).join('')
      : x && typeof x === 'object'
        ? 'text' in x && typeof x.text === 'string'
          ? x.text
          : 'content' in x
            ? said(x.content)
            : 'items' in x
              ? `list(${(x.items as unknown[]).map((i) => said(i)).join('|')})`
              : ''
        : ''
  return document.body.map(said)
}

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
    expect(await lines(await letter(body.join(''), CLAUSES, STYLES))).toEqual([
      ...[
        'Part I Hire',
        '1.1 The goods',
        '(a) clean',
        '(b) dry',
        'Part II Payment',
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
    expect(await lines(await letter(body.join(''), plain))).toEqual([
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
