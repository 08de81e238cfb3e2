import { escapeHtml } from '../text/escape'
import { type ShownCell, shownCells } from './merged'
import type { Block, Inline, Mark, PaperDocument } from './model'
import { footersOf, headersOf, sectionsOf } from './walk'

const TAGS: Record<Mark, string> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's' }

const img = (p: { src: string; alt: string; width: number; height: number }) =>
  `<img src="${escapeHtml(p.src)}" alt="${escapeHtml(p.alt)}" width="${Math.round(p.width)}" height="${Math.round(p.height)}">`

function inlineHtml(i: Inline): string {
  switch (i.t) {
    case 'text': {
      const inner = (i.marks ?? []).reduce((s, m) => `<${TAGS[m]}>${s}</${TAGS[m]}>`, escapeHtml(i.text))
      return i.change === 'struck' ? `<del>${inner}</del>` : i.change === 'added' ? `<ins>${inner}</ins>` : inner
    }
    case 'value':
      return `<span data-value="${escapeHtml(i.path)}">{${escapeHtml(i.path)}}</span>`
    case 'field':
      return `<span data-field="${escapeHtml(i.field.type)}">[${escapeHtml(i.field.label)}]</span>`
    case 'break':
      return '<br>'
    case 'ref':
      return '<span data-ref></span>'
    case 'picture':
      return img(i)
    default:
      return ''
  }
}
const inlinesHtml = (list: readonly Inline[]) => list.map(inlineHtml).join('')
const aligned = (align: string | undefined) => (align ? ` style="text-align:${align}"` : '')

function blockHtml(b: Block): string {
  switch (b.t) {
    case 'heading':
      return `<h${b.level}>${b.number ? `${escapeHtml(b.number)} ` : ''}${inlinesHtml(b.content)}</h${b.level}>`
    case 'paragraph':
      return `<p${aligned(b.align)}>${b.number ? `${escapeHtml(b.number)} ` : ''}${inlinesHtml(b.content)}</p>`
    case 'list': {
      const tag = b.ordered ? 'ol' : 'ul'
      return `<${tag}>${b.items.map((i) => `<li>${blocksHtml(i)}</li>`).join('')}</${tag}>`
    }
    case 'table': {
      const head = b.head.some((c) => c.length)
        ? `<thead><tr>${b.head.map((c) => `<th>${inlinesHtml(c)}</th>`).join('')}</tr></thead>`
        : ''
      const over = (name: string, n: number) => (n > 1 ? ` ${name}="${n}"` : '')
      const cell = (c: ShownCell) =>
        `<td${over('colspan', c.across)}${over('rowspan', c.down)}${aligned(b.columns[c.column]?.align)}>${blocksHtml(c.content)}</td>`
      return `<table>${head}<tbody>${shownCells(b)
        .map((row) => `<tr>${row.map(cell).join('')}</tr>`)
        .join('')}</tbody></table>`
    }
    case 'keep':
      return blocksHtml(b.content)
    case 'columns':
      return `<div class="columns">${b.columns.map((c) => `<div>${blocksHtml(c)}</div>`).join('')}</div>`
    case 'image':
      return `<p${aligned(b.align)}>${img(b)}</p>`
    case 'rule':
      return '<hr>'
    case 'field':
      return `<p data-field="${escapeHtml(b.field.type)}">[${escapeHtml(b.field.label)}]</p>`
    default:
      return ''
  }
}
const blocksHtml = (list: readonly Block[]) => list.map(blockHtml).join('\n')

/** A body by its sections: text in columns where it runs in them, heads and feet of pages around what stands on them. */
const bodyHtml = (body: readonly Block[]): string =>
  sectionsOf(body)
    .map(({ begins, blocks }) => {
      const count = begins?.columns ?? 1
      const inner =
        count > 1 ? `<div style="columns:${count};column-gap:2em">${blocksHtml(blocks)}</div>` : blocksHtml(blocks)
      const heads = begins?.heads
      return heads
        ? `<header>${blocksHtml(headersOf(heads))}</header>\n${inner}\n<footer>${blocksHtml(footersOf(heads))}</footer>`
        : inner
    })
    .join('\n')

/** A merged paper with its tables expanded as one HTML page that stands alone: no script, nothing fetched. */
export function toHtml(d: PaperDocument): string {
  return `<!doctype html>
<html lang="${escapeHtml(d.language)}">
<head>
<meta charset="utf-8">
<title>${escapeHtml(d.title)}</title>
<style>
body{font:11pt/1.45 Georgia,serif;max-width:44em;margin:2em auto;padding:0 1em;color:#20302b}
table{border-collapse:collapse;width:100%}td,th{border-bottom:1px solid #d9d5c7;padding:.3em .4em;text-align:left;vertical-align:top}
td p{margin:0}.columns{display:flex;gap:2em}.columns>div{flex:1}del{color:#a4471f}ins{color:#3f5c26}[data-field]{border-bottom:1px solid #6b3f78}
header,footer{font-size:9pt;color:#55645e}
</style>
</head>
<body>
<header>${blocksHtml(headersOf(d))}</header>
<main>
${bodyHtml(d.body)}
</main>
<footer>${blocksHtml(footersOf(d))}</footer>
</body>
</html>
`
}
