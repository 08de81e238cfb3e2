import JSZip from 'jszip'
import type { Block, Inline } from '../../core/document/model'

const NS = 'http://schemas.openxmlformats.org'
const W = `xmlns:w="${NS}/wordprocessingml/2006/main" xmlns:r="${NS}/officeDocument/2006/relationships" xmlns:w14="http://schemas.microsoft.com/office/word/2010/wordml" xmlns:mc="${NS}/markup-compatibility/2006" xmlns:wps="http://schemas.microsoft.com/office/word/2010/wordprocessingShape" xmlns:wp="${NS}/drawingml/2006/wordprocessingDrawing" xmlns:a="${NS}/drawingml/2006/main" xmlns:v="urn:schemas-microsoft-com:vml" xmlns:m="${NS}/officeDocument/2006/math"`
const PARTS = [
  'numbering',
  'styles',
  'settings',
  'footnotes',
  'endnotes',
  'comments',
  'header1',
  'header2',
  'footer1',
  'footer2',
] as const
type Part = (typeof PARTS)[number]
const ROOTS: Record<string, string> = { header: 'hdr', footer: 'ftr' }

/** A letter of some paragraphs, as a file; each part’s inner XML by its name. Relations are called by their part. */
export async function letter(body: string, parts: Partial<Record<Part, string>> = {}): Promise<Uint8Array> {
  const zip = new JSZip()
  const rel = (id: string, type: string, target: string) =>
    `<Relationship Id="${id}" Type="${NS}/officeDocument/2006/relationships/${type}" Target="${target}"/>`
  const rels = (inner: string) =>
    `<?xml version="1.0"?><Relationships xmlns="${NS}/package/2006/relationships">${inner}</Relationships>`
  zip.file(
    '[Content_Types].xml',
    `<?xml version="1.0"?><Types xmlns="${NS}/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>`,
  )
  zip.file('_rels/.rels', rels(rel('d', 'officeDocument', 'word/document.xml')))
  const there = PARTS.filter((p) => parts[p] !== undefined)
  zip.file('word/_rels/document.xml.rels', rels(there.map((p) => rel(p, p.replace(/\d$/, ''), `${p}.xml`)).join('')))
  zip.file('word/document.xml', `<?xml version="1.0"?><w:document ${W}><w:body>${body}</w:body></w:document>`)
  for (const p of there) {
    const root = `w:${ROOTS[p.replace(/\d$/, '')] ?? p}`
    zip.file(`word/${p}.xml`, `<?xml version="1.0"?><${root} ${W}>${parts[p]!}</${root}>`)
  }
  return zip.generateAsync({ type: 'uint8array' })
}
export const t = (text: string) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`
export const p = (inner: string, settings = '') => `<w:p>${settings ? `<w:pPr>${settings}</w:pPr>` : ''}${inner}</w:p>`
export const num = (id: number, level: number) =>
  `<w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="${id}"/></w:numPr>`
export const lvl = (n: number, text: string, format = 'decimal', more = '') =>
  `<w:lvl w:ilvl="${n}"><w:start w:val="1"/><w:numFmt w:val="${format}"/>${more}<w:lvlText w:val="${text}"/></w:lvl>`
/** A cell, over columns, and of a merged column: its first, or one further down. */
export const tc = (inner: string, across = 1, down?: 'restart' | 'continue') =>
  `<w:tc><w:tcPr>${across > 1 ? `<w:gridSpan w:val="${across}"/>` : ''}${down ? `<w:vMerge w:val="${down}"/>` : ''}</w:tcPr>${inner || '<w:p/>'}</w:tc>`
export const tbl = (grid: number[], ...rows: string[]) =>
  `<w:tbl><w:tblGrid>${grid.map((w) => `<w:gridCol w:w="${w}"/>`).join('')}</w:tblGrid>${rows.map((r) => `<w:tr>${r}</w:tr>`).join('')}</w:tbl>`

const inline = (i: Inline): string =>
  i.t === 'text'
    ? i.change === 'struck'
      ? `-${i.text}-`
      : i.change === 'added'
        ? `+${i.text}+`
        : i.text
    : i.t === 'page'
      ? '#'
      : i.t === 'pages'
        ? '##'
        : i.t === 'break'
          ? '/'
          : `{${i.t}}`
/** Blocks in words, one each: lists and tables by their kind, struck words between hyphens, added ones between pluses. */
export const linesOf = (blocks: readonly Block[]): string[] =>
  blocks.map((b) => {
    switch (b.t) {
      case 'heading':
        return `# ${b.content.map(inline).join('')}`
      case 'paragraph':
        return `${b.align ? `${b.align}: ` : ''}${b.content.map(inline).join('')}`
      case 'list':
        return `list(${b.items.map((i) => linesOf(i).join(' ')).join('|')})`
      case 'table':
        return `table(${[
          b.head.map((h) => h.map(inline).join('')),
          ...b.rows.map((r) => r.cells.map((c) => linesOf(c).join(' '))),
        ]
          .filter((r) => r.length)
          .map((r) => r.join(','))
          .join('|')})`
      default:
        return `(${b.t})`
    }
  })
