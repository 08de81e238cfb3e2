import { parseDocument } from 'htmlparser2'
import type { AnyNode, Element } from 'domhandler'
import type { Block, Inline, Mark } from './model'
import { columnsOfCells, rowsOfCells } from './merged'
import { cell } from './plain'

/** What came out of foreign HTML, and what had no place on a paper, in words, each once. */
interface FromHtml {
  blocks: Block[]
  left: string[]
}

const SKIP = new Set([
  'script',
  'style',
  'head',
  'meta',
  'link',
  'title',
  'template',
  'iframe',
  'object',
  'embed',
  'svg',
])
export const LEFT: Record<string, string> = {
  script: 'a script',
  iframe: 'an embedded page',
  object: 'an embedded object',
  embed: 'an embedded object',
  svg: 'a drawing',
  video: 'a film',
  audio: 'a sound',
  form: 'a form',
}

const MARK_OF: Record<string, Mark> = {
  strong: 'bold',
  b: 'bold',
  em: 'italic',
  i: 'italic',
  u: 'underline',
  ins: 'underline',
  s: 'strike',
  del: 'strike',
  strike: 'strike',
}

/** Words that were changed, as the reader of letters marks them. */
const CHANGE_OF: Record<string, 'struck' | 'added'> = { 'del.struck': 'struck', 'ins.added': 'added' }

const BLOCKS = new Set(
  'html body p div section article main header footer h1 h2 h3 h4 h5 h6 ul ol table hr blockquote pre figure dl dt dd li'.split(
    ' ',
  ),
)

/** Points in a unit a size is given in; a number alone counts pixels, 96 to the inch (CSS Values and Units 3, 5.2). */
const POINTS: Record<string, number> = { '': 0.75, px: 0.75, pt: 1, in: 72, cm: 72 / 2.54, mm: 72 / 25.4 }
const lengthIn = (text: string | undefined): number | null => {
  const [, n, unit = ''] = /^\s*([\d.]+)\s*(px|pt|in|cm|mm)?\s*$/.exec(text ?? '') ?? []
  const points = Number(n) * POINTS[unit]!
  return points > 0 && points <= 2000 ? points : null
}
/** The most columns a table has. */
const COLUMNS = 20
/** The highest a picture is that is taken for one of the words beside it, in points. */
const LINE_HIGH = 40
type Picture = Omit<Extract<Block, { t: 'image' }>, 'id' | 'when' | 'align' | 'ground'>
/** Width and height of a picture in points: as they were given, else as many pixels as it has; no wider than the text of a page. */
function printed(
  size: { width: number; height: number },
  given: Readonly<Record<string, string>>,
): { width: number; height: number } {
  const styled = (name: string) => new RegExp(`(?:^|;)\\s*${name}:([^;]+)`).exec(given.style ?? '')?.[1]
  const ratio = size.height / size.width
  const tall = lengthIn(styled('height')) ?? lengthIn(given.height)
  const wide = lengthIn(styled('width')) ?? lengthIn(given.width) ?? (tall ? tall / ratio : size.width * 0.75)
  const width = Math.min(460, wide)
  return { width, height: width === wide && tall ? tall : width * (tall ? tall / wide : ratio) }
}

/**
 * Reads HTML from elsewhere (a word processor's, a Markdown renderer's) into blocks. Only structure, marks and data:
 * pictures come in; everything else is left out, and what a reader would miss is told.
 */
export function fromHtml(html: string, sizeOf: (src: string) => { width: number; height: number } | null): FromHtml {
  const left = new Set<string>()
  const isElement = (n: AnyNode): n is Element => 'name' in n && 'attribs' in n
  const children = (n: AnyNode): AnyNode[] => ('children' in n ? (n.children as AnyNode[]) : [])

  const inlines = (nodes: readonly AnyNode[], marks: Mark[], change?: 'struck' | 'added'): Inline[] =>
    nodes.flatMap((n): Inline[] => {
      if (n.type === 'text') {
        const text = (n as unknown as { data: string }).data.replace(/\s+/g, ' ')
        return text ? [{ t: 'text', text, ...(marks.length ? { marks } : {}), ...(change ? { change } : {}) }] : []
      }
      if (!isElement(n)) return []
      if (LEFT[n.name]) left.add(LEFT[n.name]!)
      if (SKIP.has(n.name)) return []
      if (n.name === 'br') return [{ t: 'break' }]
      if (n.name === 'a' && n.attribs.href && !n.attribs.href.startsWith('#')) left.add('the targets of links')
      if (n.name === 'img') return image(n).map(({ t: _, ...picture }) => ({ t: 'picture', ...picture }))
      const changed = CHANGE_OF[`${n.name}.${n.attribs.class ?? ''}`]
      if (changed) return inlines(children(n), marks, changed)
      const style = n.attribs.style ?? ''
      const extra: Mark[] = [
        ...(MARK_OF[n.name] ? [MARK_OF[n.name]!] : []),
        ...(/font-weight:\s*(bold|[6-9]00)/.test(style) ? (['bold'] as const) : []),
        ...(/font-style:\s*italic/.test(style) ? (['italic'] as const) : []),
        ...(/text-decoration[^;]*underline/.test(style) ? (['underline'] as const) : []),
      ]
      return inlines(children(n), [...new Set([...marks, ...extra])], change)
    })

  const trimmed = (content: Inline[]): Inline[] => {
    const out: Inline[] = []
    for (const i of content) {
      const last = out.at(-1)
      if (i.t === 'text' && (!last || last.t === 'break' || (last.t === 'text' && last.text.endsWith(' ')))) {
        const text = i.text.replace(/^ +/, '')
        if (text) out.push({ ...i, text })
      } else out.push(i)
    }
    const last = out.at(-1)
    if (last?.t === 'text') {
      const text = last.text.replace(/ +$/, '')
      if (text) out[out.length - 1] = { ...last, text }
      else out.pop()
    }
    while (out.at(-1)?.t === 'break') out.pop()
    return out
  }

  const image = (n: Element): Picture[] => {
    const src = n.attribs.src ?? ''
    const size = /^data:image\/(png|jpeg);base64,/.test(src) ? sizeOf(src) : null
    if (!size) {
      left.add('a picture that is broken, too large or neither PNG nor JPEG')
      return []
    }
    return [{ t: 'image', src, alt: (n.attribs.alt ?? '').slice(0, 400), ...printed(size, n.attribs) }]
  }

  /** Whether a picture is one of the words of a line: no higher than three of its lines, with words beside it. */
  const inLine = (n: Element, beside: readonly AnyNode[]): boolean =>
    image(n).every((p) => p.height <= LINE_HIGH) &&
    beside.some((x) =>
      x.type === 'text' ? !!(x as unknown as { data: string }).data.trim() : isElement(x) && MARK_OF[x.name],
    )

  const table = (n: Element): Block[] => {
    const rows: Element[] = []
    const visit = (x: AnyNode) => {
      if (isElement(x) && x.name === 'tr') rows.push(x)
      else if (!isElement(x) || x.name !== 'table' || x === n) children(x).forEach(visit)
    }
    visit(n)
    const cellsOf = (r: Element) =>
      children(r).filter((c): c is Element => isElement(c) && (c.name === 'td' || c.name === 'th'))
    const over = (c: Element, name: string) => Math.min(500, Math.max(1, Number(c.attribs[name]) || 1))
    const shown = (r: Element) =>
      cellsOf(r).map((c) => ({
        content: blocks(children(c)),
        across: over(c, 'colspan'),
        down: over(c, 'rowspan'),
        head: c.name === 'th',
      }))
    const grid = rows.map(shown)
    const wide = columnsOfCells(grid)
    if (wide > COLUMNS) left.add(`columns of a table beyond the ${COLUMNS}th`)
    const columns = Array.from({ length: Math.min(wide, COLUMNS) }, () => ({ width: 100 }))
    const isHead = (r: (typeof grid)[number] | undefined) => !!r?.length && r.every((c) => c.head)
    // A head of one line repeats on every page; one of merged cells is rows of bold words.
    const simple =
      isHead(grid[0]) &&
      !isHead(grid[1]) &&
      grid[0]!.every((c) => c.across === 1 && c.down === 1 && c.content.every((x) => x.t === 'paragraph'))
    const body = simple ? grid.slice(1) : grid
    const lined = (content: Block[]) =>
      content.flatMap((x, i) => [...(i ? [{ t: 'break' as const }] : []), ...(x.t === 'paragraph' ? x.content : [])])
    return [
      {
        t: 'table',
        columns,
        head: simple ? columns.map((_, i) => lined(grid[0]![i]?.content ?? [])) : [],
        rows: rowsOfCells(body, columns.length).map((row, i) => ({
          ...row,
          ...(isHead(body[i]) ? { strong: true } : {}),
        })),
      },
    ]
  }

  const blocks = (nodes: readonly AnyNode[]): Block[] => {
    const out: Block[] = []
    let run: AnyNode[] = []
    const flush = () => {
      const content = trimmed(inlines(run, []))
      run = []
      if (content.length) out.push({ t: 'paragraph', content })
    }
    for (const n of nodes) {
      if (isElement(n) && n.name === 'img' && !inLine(n, nodes)) {
        flush()
        out.push(...image(n))
        continue
      }
      if (!isElement(n) || !BLOCKS.has(n.name)) {
        // A paragraph of pictures, or a wrapper without a meaning of its own, is looked into.
        if (
          isElement(n) &&
          !SKIP.has(n.name) &&
          children(n).some((c) => isElement(c) && (BLOCKS.has(c.name) || c.name === 'img'))
        ) {
          flush()
          out.push(...blocks(children(n)))
        } else run.push(n)
        continue
      }
      flush()
      out.push(...block(n))
    }
    flush()
    return out
  }

  const block = (n: Element): Block[] => {
    const inner = children(n)
    switch (n.name) {
      case 'h1':
      case 'h2':
      case 'h3':
      case 'h4':
      case 'h5':
      case 'h6': {
        const content = trimmed(inlines(inner, []))
        return content.length ? [{ t: 'heading', level: Math.min(3, Number(n.name[1])) as 1 | 2 | 3, content }] : []
      }
      case 'p': {
        if (inner.some((c) => isElement(c) && c.name === 'img' && !inLine(c, inner))) return blocks(inner)
        const content = trimmed(inlines(inner, []))
        const align = /text-align:\s*(center|right)/.exec(n.attribs.style ?? '')?.[1] as 'center' | 'right' | undefined
        return content.length ? [{ t: 'paragraph', content, ...(align ? { align } : {}) }] : []
      }
      case 'ul':
      case 'ol': {
        const items = inner
          .filter((c): c is Element => isElement(c) && c.name === 'li')
          .map((li) => blocks(children(li)))
        return items.length ? [{ t: 'list', ordered: n.name === 'ol', items: items.filter((i) => i.length) }] : []
      }
      case 'table':
        return table(n)
      case 'hr':
        return [{ t: 'rule' }]
      case 'pre': {
        const text = inlines(inner, [])
          .map((i) => (i.t === 'text' ? i.text : '\n'))
          .join('')
        return text.trim() ? cell(text.trim()) : []
      }
      default:
        return blocks(inner)
    }
  }
  return { blocks: blocks(children(parseDocument(html))), left: [...left] }
}
