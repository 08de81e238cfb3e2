import type { Block, Inline } from '../document/model'
import { type Mark, type Marked, fieldMarks, wordMarks } from './model'
import type { PageText, TextPiece } from './text'

interface Row {
  y: number
  h: number
  parts: { x: number; w: number; inline: Inline; bold: boolean; size: number; field: boolean }[]
}

const inlineOf = (m: Mark): Inline =>
  m.words
    ? m.words.path
      ? { t: 'value', path: m.words.path, ...(m.words.format ? { format: m.words.format } : {}) }
      : { t: 'text', text: m.words.text ?? '' }
    : { t: 'field', field: m.field }

/** Fill characters and the like, which say nothing when read. */
const words = (text: string): string => text.replace(/[_.…]{4,}/g, ' ').replace(/\s+/g, ' ')

function rowsOf(page: PageText | undefined, marks: readonly Mark[]): Row[] {
  const rows: Row[] = []
  const put = (y: number, h: number, part: Row['parts'][number]) => {
    const row = rows.find((r) => Math.abs(r.y + r.h - y - h) < 0.55 * Math.max(9, Math.min(h, r.h)))
    if (row) row.parts.push(part)
    else rows.push({ y, h, parts: [part] })
  }
  for (const p of page?.pieces ?? [])
    put(p.y, p.h, {
      x: p.x,
      w: p.w,
      inline: { t: 'text', text: words(p.text) },
      bold: p.bold,
      size: p.size,
      field: false,
    })
  for (const m of marks) {
    // A tall box stands where its lower edge is, as a line does; a small one at its middle.
    const h = Math.min(m.h, 12)
    const y = m.h > 40 ? m.y : m.y + m.h - h - Math.min(2, m.h * 0.1)
    put(y, h, { x: m.x, w: m.w, inline: inlineOf(m), bold: false, size: 0, field: true })
  }
  for (const r of rows) r.parts.sort((a, b) => a.x - b.x)
  return rows.sort((a, b) => a.y + a.h - b.y - b.h)
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 10

/**
 * A marked PDF as flowing text with its fields, for the reading view: lines that run on become paragraphs, larger or bold
 * ones headings. Where a page has no text, its fields stand with their labels.
 */
export function readingBody(marked: Marked, text: readonly PageText[]): Block[] {
  const blocks: Block[] = []
  const shown = [...fieldMarks(marked), ...wordMarks(marked)]
  const seen = new Set<string>()
  for (let n = 1; n <= marked.pages.length; n += 1) {
    const page = text.find((t) => t.page === n)
    // A value that stands in several places is asked for once.
    const marks = shown.filter((m) => m.page === n && (m.words || !seen.has(m.field.key)))
    marks.forEach((m) => seen.add(m.field.key))
    if (!page?.pieces.length) {
      for (const m of marks)
        blocks.push({
          t: 'paragraph',
          id: `r${m.id}`,
          content: [{ t: 'text', text: `${m.field.label} ` }, inlineOf(m)],
        })
      continue
    }
    const body = median(page.pieces.map((p: TextPiece) => p.size))
    let open: { content: Inline[]; end: number; low: number; size: number } | null = null
    const close = () => {
      if (open) blocks.push({ t: 'paragraph', id: `p${n}-${blocks.length}`, content: open.content })
      open = null
    }
    const width = Math.max(...page.pieces.map((p) => p.x + p.w))
    for (const row of rowsOf(page, marks)) {
      const content = row.parts.flatMap((p, i): Inline[] => [
        ...(i ? [{ t: 'text' as const, text: ' ' }] : []),
        p.inline,
      ])
      const textual = row.parts.filter((p) => !p.field)
      const size = Math.max(0, ...textual.map((p) => p.size))
      const plain = textual.length === row.parts.length
      const heading =
        plain && textual.length === 1 && (size > 1.18 * body || (textual[0]!.bold && textual[0]!.w < 0.7 * width))
      const fields = row.parts.some((p) => p.field)
      if (heading) {
        close()
        blocks.push({ t: 'heading', id: `p${n}-${blocks.length}`, level: size > 1.4 * body ? 1 : 2, content })
        continue
      }
      const gap = open ? row.y - open.low : 0
      const runsOn =
        open && gap < 0.75 * Math.max(size, 8) && open.end > 0.82 * width && !(fields && row.parts.length < 3)
      if (open && runsOn) open.content.push({ t: 'text', text: ' ' }, ...content)
      else {
        close()
        open = { content, end: 0, low: 0, size }
      }
      open!.end = Math.max(...row.parts.map((p) => p.x + p.w))
      open!.low = row.y + row.h
    }
    close()
  }
  return blocks
}
