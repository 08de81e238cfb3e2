import {
  Document,
  Footer,
  FootnoteReferenceRun,
  Header,
  HeadingLevel,
  LevelFormat,
  PageBreak,
  PageNumber,
  Packer,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
} from 'docx'
import { escapeHtml } from '../../../core/text/escape'
import type { LetterSpec, Part } from './spec'

/** A letter as HTML, which LibreOffice and AbiWord make a DOCX of. */
export function asHtml({ title, parts }: LetterSpec): string {
  const e = escapeHtml
  const part = (p: Part): string => {
    switch (p.t) {
      case 'heading':
        return `<h${p.level}>${e(p.text)}</h${p.level}>`
      case 'words':
        return `<p>${p.bold ? `<b>${e(p.bold)}.</b> ` : ''}${e(p.text)}</p>`
      case 'list': {
        const tag = p.ordered ? 'ol' : 'ul'
        return `<${tag}>${p.items
          .map(
            (i) =>
              `<li>${e(i.text)}${i.inner.length ? `<${tag}>${i.inner.map((x) => `<li>${e(x)}</li>`).join('')}</${tag}>` : ''}</li>`,
          )
          .join('')}</${tag}>`
      }
      case 'table':
        return `<table border="1">${p.rows
          .map(
            (r) =>
              `<tr>${r.map((c) => `<td colspan="${c.across}" rowspan="${c.down}"><p>${e(c.text)}</p></td>`).join('')}</tr>`,
          )
          .join('')}</table>`
      case 'page':
        return '<p style="page-break-before:always">Over the page.</p>'
    }
  }
  return `<!doctype html><html><head><meta charset="utf-8"><title>${e(title)}</title></head><body><h1>${e(title)}</h1>${parts.map(part).join('\n')}</body></html>`
}

/** A letter as Markdown with notes and fancy numbers, which Pandoc makes a DOCX of. */
export function asMarkdown({ title, parts }: LetterSpec): string {
  const e = (s: string) => s.replace(/([\\*_[\]<>#&|§~^`$@])/g, '\\$1')
  let notes = 0
  const after: string[] = []
  const part = (p: Part, at: number): string => {
    switch (p.t) {
      case 'heading':
        return `${'#'.repeat(p.level)} ${e(p.text)}`
      case 'words': {
        if (p.note) after.push(`[^${(notes += 1)}]: ${e(p.note)}`)
        return `${p.bold ? `**${e(p.bold)}.** ` : ''}${e(p.text)}${p.note ? `[^${notes}]` : ''}`
      }
      case 'list': {
        const marks = p.ordered
          ? [
              ['1.', '2.', '3.', '4.'],
              ['(i)', '(ii)'],
              ['A)', 'B)', 'C)', 'D)'],
            ]
          : [
              ['-', '-', '-', '-'],
              ['-', '-'],
            ]
        const outer = p.ordered && at % 3 === 2 ? marks[2]! : marks[0]!
        return p.items
          .map((i, k) =>
            [
              `${outer[k]!.padEnd(4)}${e(i.text)}`,
              ...i.inner.map((x, m) => `    ${marks[1]![m]!.padEnd(5)}${e(x)}`),
            ].join('\n\n'),
          )
          .join('\n\n')
      }
      case 'table':
        return [p.rows[0]!.map((c) => e(c.text)).join(' | '), p.rows[0]!.map(() => '---').join(' | ')]
          .concat(
            p.rows
              .slice(1)
              .map((r) =>
                [...r.map((c) => e(c.text)), ...Array.from({ length: p.columns - r.length }, () => '')].join(' | '),
              ),
          )
          .map((l) => `| ${l} |`)
          .join('\n')
      case 'page':
        return 'Over the page.'
    }
  }
  return [`---\ntitle: "${title}"\n---`, ...parts.map(part), ...after].join('\n\n')
}

/** A letter written by the npm library docx, with heads and feet, notes and merged cells. */
export async function byLibrary({ title, header, footer, parts }: LetterSpec): Promise<Uint8Array> {
  const notes: Record<number, { children: Paragraph[] }> = {}
  let lists = 0
  const cell = (text: string, across: number, down: number) =>
    new TableCell({
      children: [new Paragraph(text)],
      ...(across > 1 ? { columnSpan: across } : {}),
      ...(down > 1 ? { rowSpan: down } : {}),
    })
  const part = (p: Part): (Paragraph | Table)[] => {
    switch (p.t) {
      case 'heading':
        return [
          new Paragraph({
            text: p.text,
            heading: p.level === 1 ? HeadingLevel.HEADING_1 : HeadingLevel.HEADING_2,
            numbering: { reference: 'clauses', level: p.level - 1 },
          }),
        ]
      case 'words': {
        const n = Object.keys(notes).length + 1
        if (p.note) notes[n] = { children: [new Paragraph(p.note)] }
        return [
          new Paragraph({
            children: [
              ...(p.bold ? [new TextRun({ text: `${p.bold}. `, bold: true })] : []),
              new TextRun(p.text),
              ...(p.note ? [new FootnoteReferenceRun(n)] : []),
            ],
          }),
        ]
      }
      case 'list': {
        lists += 1
        const own = { reference: p.ordered ? 'numbers' : 'bullets', instance: lists }
        return p.items.flatMap((i) => [
          new Paragraph({ text: i.text, numbering: { ...own, level: 0 } }),
          ...i.inner.map((x) => new Paragraph({ text: x, numbering: { ...own, level: 1 } })),
        ])
      }
      case 'table':
        return [
          new Table({
            rows: p.rows.map((r) => new TableRow({ children: r.map((c) => cell(c.text, c.across, c.down)) })),
          }),
        ]
      case 'page':
        return [new Paragraph({ children: [new PageBreak(), new TextRun('Over the page.')] })]
    }
  }
  const level = (n: number, format: (typeof LevelFormat)[keyof typeof LevelFormat], text: string) => ({
    level: n,
    format,
    text,
  })
  const children = parts.flatMap(part)
  const file = new Document({
    title,
    footnotes: notes,
    numbering: {
      config: [
        {
          reference: 'clauses',
          levels: [level(0, LevelFormat.UPPER_ROMAN, '%1.'), level(1, LevelFormat.DECIMAL, '%1.%2')],
        },
        {
          reference: 'numbers',
          levels: [level(0, LevelFormat.DECIMAL, '%1)'), level(1, LevelFormat.LOWER_LETTER, '(%2)')],
        },
        { reference: 'bullets', levels: [level(0, LevelFormat.BULLET, '•'), level(1, LevelFormat.BULLET, '–')] },
      ],
    },
    sections: [
      {
        headers: { default: new Header({ children: [new Paragraph(header)] }) },
        footers: {
          default: new Footer({
            children: [
              new Paragraph({
                children: [new TextRun(`${footer}, page `), new TextRun({ children: [PageNumber.CURRENT] })],
              }),
            ],
          }),
        },
        children: [new Paragraph({ text: title, heading: HeadingLevel.TITLE }), ...children],
      },
    ],
  })
  return new Uint8Array(await Packer.toArrayBuffer(file))
}
