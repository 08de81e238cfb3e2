import {
  AlignmentType,
  BorderStyle,
  ColumnBreak,
  Document,
  Footer,
  Header,
  HeadingLevel,
  ImageRun,
  LevelFormat,
  type ISectionOptions,
  Packer,
  PageBreak,
  PageNumber,
  Paragraph,
  type ParagraphChild,
  SectionType,
  Table,
  TableCell,
  TableLayoutType,
  TableRow,
  TextRun,
  WidthType,
} from 'docx'
import { shownCells } from './merged'
import { type Block, COLUMN_GAP, type Heads, type Inline, type PaperDocument } from './model'
import { sectionsOf } from './walk'

type Out = Paragraph | Table
const ALIGN = { left: AlignmentType.LEFT, center: AlignmentType.CENTER, right: AlignmentType.RIGHT } as const
const HEADINGS = { 1: HeadingLevel.HEADING_1, 2: HeadingLevel.HEADING_2, 3: HeadingLevel.HEADING_3 } as const
const NONE = { style: BorderStyle.NONE, size: 0, color: 'auto' }
const BARE = { top: NONE, bottom: NONE, left: NONE, right: NONE, insideHorizontal: NONE, insideVertical: NONE }
const TWIPS = 20
/** How wide text stands between the margins of a page, in points. */
const TEXT_WIDTH = 467

/** A picture as large as it is on the page: its points in pixels of 96 to the inch. */
const picture = (p: { src: string; alt: string; width: number; height: number }): ParagraphChild =>
  new ImageRun({
    type: p.src.startsWith('data:image/png') ? 'png' : 'jpg',
    data: bytesOf(p.src),
    transformation: { width: Math.round((p.width * 96) / 72), height: Math.round((p.height * 96) / 72) },
    altText: { name: 'image', title: p.alt, description: p.alt },
  })

function run(i: Inline): ParagraphChild {
  switch (i.t) {
    case 'text':
      return new TextRun({
        text: i.text,
        bold: !!i.marks?.includes('bold'),
        italics: !!i.marks?.includes('italic'),
        strike: !!i.marks?.includes('strike') || i.change === 'struck',
        ...(i.marks?.includes('underline') || i.change === 'added' ? { underline: {} } : {}),
        ...(i.change ? { color: i.change === 'struck' ? 'A4471F' : '3F5C26' } : {}),
      })
    case 'value':
      return new TextRun({ text: `{${i.path}}` })
    case 'field':
      return new TextRun({ text: i.field.type === 'tick' ? '☐' : `[${i.field.label}] ____________` })
    case 'break':
      return new TextRun({ break: 1 })
    case 'page':
      return new TextRun({ children: [PageNumber.CURRENT] })
    case 'pages':
      return new TextRun({ children: [PageNumber.TOTAL_PAGES] })
    case 'ref':
      return new TextRun({ text: '' })
    case 'picture':
      return picture(i)
  }
}
const runs = (content: readonly Inline[], number?: string): ParagraphChild[] => [
  ...(number ? [new TextRun({ text: `${number} ` })] : []),
  ...content.map(run),
]

function bytesOf(src: string): Uint8Array {
  const binary = atob(src.slice(src.indexOf(',') + 1))
  return Uint8Array.from(binary, (c) => c.charCodeAt(0))
}

/** Counts the lists of a letter, as each numbers by itself; how wide what is written stands, in points. */
interface Count {
  lists: number
  width: number
}
function blocks(list: readonly Block[], count: Count, depth = 0): Out[] {
  return list.flatMap((b) => block(b, count, depth))
}
/** A cell, so many points wide, has to hold a paragraph. */
const inCell = (list: readonly Block[], count: Count, width: number): Out[] => {
  const around = count.width
  count.width = width
  const out = blocks(list, count)
  count.width = around
  return out.length ? out : [new Paragraph({})]
}

function block(b: Block, count: Count, depth: number): Out[] {
  switch (b.t) {
    case 'heading':
      return [new Paragraph({ heading: HEADINGS[b.level], children: runs(b.content, b.number) })]
    case 'paragraph':
      return [
        new Paragraph({
          children: runs(b.content, b.number),
          spacing: { after: 120 },
          ...(b.align ? { alignment: ALIGN[b.align] } : {}),
        }),
      ]
    case 'list': {
      const instance = (count.lists += 1)
      return b.items.flatMap((item) =>
        item.flatMap((x, k): Out[] =>
          x.t === 'paragraph' && k === 0
            ? [
                new Paragraph({
                  children: runs(x.content),
                  numbering: { reference: b.ordered ? 'numbers' : 'bullets', level: Math.min(depth, 3), instance },
                }),
              ]
            : block(x, count, depth + 1),
        ),
      )
    }
    case 'table': {
      const whole = b.columns.reduce((n, c) => n + c.width, 0)
      const widths = b.columns.map((c) => Math.round((c.width / whole) * count.width * TWIPS))
      const across = (i: number, n: number) => widths.slice(i, i + n).reduce((sum, w) => sum + w, 0)
      const cell = (content: Out[], i: number, over = 1, down = 1) =>
        new TableCell({
          children: content,
          width: { size: across(i, over), type: WidthType.DXA },
          ...(over > 1 ? { columnSpan: over } : {}),
          ...(down > 1 ? { rowSpan: down } : {}),
        })
      const rows = [
        ...(b.head.some((c) => c.length)
          ? [
              new TableRow({
                tableHeader: true,
                children: b.head.map((c, i) =>
                  cell(
                    [new Paragraph({ children: runs(c.map((x) => (x.t === 'text' ? { ...x, marks: ['bold'] } : x))) })],
                    i,
                  ),
                ),
              }),
            ]
          : []),
        ...shownCells(b).map(
          (row) =>
            new TableRow({
              children: row.map((c) =>
                cell(inCell(c.content, count, across(c.column, c.across) / TWIPS), c.column, c.across, c.down),
              ),
            }),
        ),
      ]
      if (rows.length === 0) return []
      return [
        new Table({ rows, columnWidths: widths, layout: TableLayoutType.FIXED, ...(b.plain ? { borders: BARE } : {}) }),
        new Paragraph({}),
      ]
    }
    case 'keep':
      return blocks(b.content, count, depth)
    case 'columns':
      return [
        new Table({
          rows: [
            new TableRow({
              children: b.columns.map(
                (c) =>
                  new TableCell({
                    children: inCell(c, count, count.width / b.columns.length),
                    borders: BARE,
                    width: { size: Math.round((count.width * TWIPS) / b.columns.length), type: WidthType.DXA },
                  }),
              ),
            }),
          ],
          borders: BARE,
        }),
        new Paragraph({}),
      ]
    case 'image':
      return [new Paragraph({ children: [picture(b)], ...(b.align ? { alignment: ALIGN[b.align] } : {}) })]
    case 'rule':
      return [new Paragraph({ border: { bottom: { style: BorderStyle.SINGLE, size: 6, color: 'B9B4A2', space: 1 } } })]
    case 'pageBreak':
      return [new Paragraph({ children: [b.column ? new ColumnBreak() : new PageBreak()] })]
    case 'field':
      return [new Paragraph({ children: [run({ t: 'field', field: b.field })] })]
    case 'space':
      return [new Paragraph({ spacing: { after: b.height * TWIPS } })]
    default:
      return []
  }
}

/** A merged paper with its tables expanded as DOCX (ECMA-376). */
export async function toDocx(d: PaperDocument): Promise<Uint8Array> {
  const count: Count = { lists: 0, width: TEXT_WIDTH }
  const level = (format: (typeof LevelFormat)[keyof typeof LevelFormat], text: (n: number) => string) =>
    [0, 1, 2, 3].map((n) => ({
      level: n,
      format,
      text: text(n),
      alignment: AlignmentType.LEFT,
      style: { paragraph: { indent: { left: 360 * (n + 1), hanging: 260 } } },
    }))
  const sections = sectionsOf(d.body)
  const turned = [d, ...sections.map((s) => s.begins?.heads)].some((h) => h?.even)
  // What a section doesn't say it has of the one before (17.10.5), so one with heads of its own says all of them.
  const edge = (h: Heads, side: 'header' | 'footer') => {
    const make = (list: Block[]) => {
      const children = inCell(list, count, TEXT_WIDTH)
      return side === 'header' ? new Header({ children }) : new Footer({ children })
    }
    return {
      ...(h !== d || h[side].length || turned ? { default: make(h[side]) } : {}),
      ...(h.first ? { first: make(h.first[side]) } : {}),
      ...(turned ? { even: make((h.even ?? h)[side]) } : {}),
    }
  }
  const parts = sections.map(({ begins, blocks: list }, i): ISectionOptions => {
    const heads = begins?.heads ?? (i === 0 ? d : undefined)
    const columns = begins?.columns ?? 1
    return {
      properties: {
        ...(i > 0 ? { type: begins?.goesOn ? SectionType.CONTINUOUS : SectionType.NEXT_PAGE } : {}),
        ...(heads?.first ? { titlePage: true } : {}),
        ...(columns > 1 ? { column: { count: columns, space: COLUMN_GAP * TWIPS } } : {}),
        page: {
          size: { width: 595.28 * TWIPS, height: 841.89 * TWIPS },
          margin: { top: 1280, right: 1280, bottom: 1280, left: 1280 },
          ...(begins?.from === undefined ? {} : { pageNumbers: { start: begins.from } }),
        },
      },
      ...(heads ? { headers: edge(heads, 'header'), footers: edge(heads, 'footer') } : {}),
      children: inCell(list, count, (TEXT_WIDTH - COLUMN_GAP * (columns - 1)) / columns),
    }
  })
  const file = new Document({
    title: d.title,
    creator: 'Upwold',
    numbering: {
      config: [
        { reference: 'bullets', levels: level(LevelFormat.BULLET, () => '•') },
        { reference: 'numbers', levels: level(LevelFormat.DECIMAL, (n) => `%${n + 1}.`) },
      ],
    },
    styles: { default: { document: { run: { font: 'Georgia', size: 22, language: { value: d.language } } } } },
    ...(turned ? { evenAndOddHeaderAndFooters: true } : {}),
    sections: parts,
  })
  return new Uint8Array(await Packer.toArrayBuffer(file))
}
