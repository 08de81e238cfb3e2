import { DOMParser, XMLSerializer } from '@xmldom/xmldom'
import type JSZip from 'jszip'
import { type Level, type Numbering, numberer } from '../../../core/docx/numbers'

/** What is written on in place of a blank that had no words of its own. */
const LINE = '__________'
const [OPEN, TICKED] = ['☐', '☒']

/** Elements directly within one, of a name. */
const within = (of: Element, name: string): Element[] =>
  Array.from(of.childNodes).filter((n): n is Element => n.nodeName === name)
const first = (of: Element | undefined, ...path: string[]): Element | undefined =>
  path.reduce<Element | undefined>((at, name) => (at ? within(at, name)[0] : undefined), of)
const val = (of: Element | undefined, name = 'w:val'): string | undefined => of?.getAttribute(name) || undefined
const all = (of: Element | Document, name: string): Element[] => Array.from(of.getElementsByTagName(name))
/** Whether a setting that is on or off is on (17.17.4). */
const on = (of: Element | undefined, name = 'w:val'): boolean =>
  !!of && !['0', 'false', 'off'].includes(val(of, name) ?? '1')

async function part(zip: JSZip, name: string): Promise<Document | null> {
  const xml = await zip.file(name)?.async('string')
  if (!xml) return null
  return new DOMParser({ errorHandler: { warning: () => {}, error: () => {} } }).parseFromString(xml, 'text/xml')
}

interface Style {
  basedOn?: string
  numId?: string
  level?: number
  tabs: Element[]
}
interface Letter {
  numbering: Numbering
  styles: Map<string, Style>
  usual: string | undefined
  /** Which level of a definition belongs to a style. */
  styled: Map<string, Map<string, number>>
}

const levelOf = (lvl: Element): Level => ({
  start: Number(val(first(lvl, 'w:start')) ?? 1),
  format: val(first(lvl, 'w:numFmt')) ?? 'decimal',
  text: val(first(lvl, 'w:lvlText')) ?? '',
  restart: first(lvl, 'w:lvlRestart') ? Number(val(first(lvl, 'w:lvlRestart'))) : null,
  legal: on(first(lvl, 'w:isLgl')),
  suffix: (val(first(lvl, 'w:suff')) ?? 'tab') as Level['suffix'],
})

function stylesOf(doc: Document | null): { styles: Map<string, Style>; usual: string | undefined } {
  const styles = new Map<string, Style>()
  let usual: string | undefined
  for (const s of doc ? all(doc, 'w:style') : []) {
    const id = val(s, 'w:styleId')
    if (!id) continue
    const num = first(s, 'w:pPr', 'w:numPr')
    const ilvl = val(first(num, 'w:ilvl'))
    styles.set(id, {
      basedOn: val(first(s, 'w:basedOn')),
      numId: val(first(num, 'w:numId')),
      level: ilvl === undefined ? undefined : Number(ilvl),
      tabs: within(first(s, 'w:pPr', 'w:tabs') ?? s, 'w:tab'),
    })
    if (s.getAttribute('w:default') === '1' && s.getAttribute('w:type') === 'paragraph') usual = id
  }
  return { styles, usual }
}

/** How a letter numbers (ISO/IEC 29500-1, 17.9), and what its styles say of it. Levels that belong to styles are cut from them: they are shown as words. */
function letterOf(numbers: Document | null, styleSheet: Document | null): Letter {
  const { styles, usual } = stylesOf(styleSheet)
  const definition = new Map<string, string>()
  const levels = new Map<string, Level[]>()
  const starts = new Map<string, Map<number, number>>()
  const own = new Map<string, Map<number, Level>>()
  const styled = new Map<string, Map<string, number>>()
  const linked = new Map<string, string>()
  for (const a of numbers ? all(numbers, 'w:abstractNum') : []) {
    const id = val(a, 'w:abstractNumId') ?? ''
    const link = val(first(a, 'w:numStyleLink'))
    if (link) linked.set(id, link)
    const list: Level[] = []
    const mine = new Map<string, number>()
    for (const lvl of within(a, 'w:lvl')) {
      const at = Number(val(lvl, 'w:ilvl'))
      list[at] = levelOf(lvl)
      const style = first(lvl, 'w:pStyle')
      if (!style) continue
      mine.set(val(style)!, at)
      if (list[at].format !== 'bullet') lvl.removeChild(style)
    }
    levels.set(id, list)
    styled.set(id, mine)
  }
  for (const n of numbers ? all(numbers, 'w:num') : []) {
    const id = val(n, 'w:numId') ?? ''
    definition.set(id, val(first(n, 'w:abstractNumId')) ?? '')
    for (const over of within(n, 'w:lvlOverride')) {
      const at = Number(val(over, 'w:ilvl'))
      const start = val(first(over, 'w:startOverride'))
      const lvl = first(over, 'w:lvl')
      if (start !== undefined) starts.set(id, (starts.get(id) ?? new Map()).set(at, Number(start)))
      if (lvl) own.set(id, (own.get(id) ?? new Map()).set(at, levelOf(lvl)))
    }
  }
  // A definition that is another's, by the name of a style.
  for (const [id, of] of definition) {
    const to = linked.get(of)
    const other = to ? styles.get(to)?.numId : undefined
    if (other && definition.has(other)) definition.set(id, definition.get(other)!)
  }
  return { numbering: { definition, levels, starts, own }, styles, usual, styled }
}

/** The styles a paragraph has, the nearest first. */
function chain({ styles, usual }: Letter, p: Element): [string, Style][] {
  const out: [string, Style][] = []
  let id = val(first(p, 'w:pPr', 'w:pStyle')) ?? usual
  for (let s = id ? styles.get(id) : undefined; id && s && out.length < 20; s = id ? styles.get(id) : undefined) {
    out.push([id, s])
    id = s.basedOn
  }
  return out
}

/** The numbering and level of a paragraph, by itself or by its style. */
function numberOf(letter: Letter, p: Element): { id: string; level: number; own: boolean } | null {
  const direct = first(p, 'w:pPr', 'w:numPr')
  const [id, ilvl] = [val(first(direct, 'w:numId')), val(first(direct, 'w:ilvl'))]
  const styles = chain(letter, p)
  const from = styles.find(([, s]) => s.numId !== undefined)
  const numId = id ?? from?.[1].numId
  if (numId === undefined || numId === '0') return null
  const byStyle = letter.styled.get(letter.numbering.definition.get(numId) ?? '')
  const named = styles.map(([s]) => byStyle?.get(s)).find((n) => n !== undefined)
  const level = ilvl !== undefined ? Number(ilvl) : (named ?? (id === undefined ? (from?.[1].level ?? 0) : 0))
  return { id: numId, level, own: id !== undefined }
}

/** A run with some words, for the beginning of a paragraph or in place of something. */
function words(doc: Document, text: string): Element {
  const t = doc.createElement('w:t')
  t.setAttribute('xml:space', 'preserve')
  t.appendChild(doc.createTextNode(text))
  return t
}
function putFirst(doc: Document, p: Element, text: string): void {
  const run = doc.createElement('w:r')
  run.appendChild(words(doc, text))
  const after = first(p, 'w:pPr')
  p.insertBefore(run, after ? after.nextSibling : p.firstChild)
}

/** Numbers as words, but those of a plain list, which counts by itself: one after the other from 1. */
function showNumbers(doc: Document, letter: Letter): void {
  const next = numberer(letter.numbering)
  const numbered = all(doc, 'w:p').flatMap((p) => {
    const of = numberOf(letter, p)
    const text = of ? next(of.id, of.level) : null
    return of && text !== null ? [{ p, of, text }] : []
  })
  const plain = new Set<Element>()
  for (let i = 0; i < numbered.length; i += 1) {
    const run = [numbered[i]!]
    const { of } = run[0]!
    for (let k = i + 1; k < numbered.length; k += 1) {
      const last = run.at(-1)!.p
      let after = last.nextSibling
      while (after && after.nodeName !== 'w:p') after = after.nextSibling
      if (after !== numbered[k]!.p || numbered[k]!.of.id !== of.id || numbered[k]!.of.level !== 0) break
      run.push(numbered[k]!)
    }
    const counts = run.every((r, k) => r.of.own && r.of.level === 0 && new RegExp(`^${k + 1}[.)]$`).test(r.text))
    if (run.length > 1 && counts) for (const r of run) plain.add(r.p)
    i += run.length - 1
  }
  for (const { p, of, text } of numbered) {
    if (plain.has(p)) continue
    const num = first(p, 'w:pPr', 'w:numPr')
    if (num) num.parentNode!.removeChild(num)
    const level =
      letter.numbering.own.get(of.id)?.get(of.level) ??
      letter.numbering.levels.get(letter.numbering.definition.get(of.id)!)![of.level]!
    if (text) putFirst(doc, p, `${text}${level.suffix === 'nothing' ? '' : ' '}`)
  }
}

const FILL: Record<string, string> = {
  underscore: LINE,
  heavy: LINE,
  dot: '..........',
  middleDot: '..........',
  hyphen: LINE,
}
/** Tabs that draw a line on their way are lines to write on, but in a table of contents. */
function showLeaders(doc: Document, letter: Letter): void {
  for (const p of all(doc, 'w:p')) {
    const tabs = all(p, 'w:tab').filter((t) => t.parentNode!.nodeName === 'w:r')
    if (!tabs.length || /^toc/i.test(val(first(p, 'w:pPr', 'w:pStyle')) ?? '')) continue
    const set = [
      ...within(first(p, 'w:pPr', 'w:tabs') ?? doc.createElement('w:tabs'), 'w:tab'),
      ...chain(letter, p).flatMap(([, s]) => s.tabs),
    ]
    const stops = new Map<number, string>()
    for (const t of set) {
      const at = Number(val(t, 'w:pos'))
      if (!stops.has(at)) stops.set(at, val(t) === 'clear' ? 'clear' : (val(t, 'w:leader') ?? 'none'))
    }
    const leaders = [...stops].filter(([, l]) => l !== 'clear').sort(([a], [b]) => a - b)
    const text = p.textContent ?? ''
    // Dots that lead to a number or a price.
    if (/\d[\d.,]*\s?[€£$%]?\s*$/.test(text) && leaders.some(([, l]) => l === 'dot')) continue
    tabs.forEach((tab, i) => {
      const fill = FILL[leaders[Math.min(i, leaders.length - 1)]?.[1] ?? 'none']
      if (fill) tab.parentNode!.replaceChild(words(doc, fill), tab)
    })
  }
}

/** Spaces and tabs that are underlined are a line to write on. */
function showUnderlined(doc: Document): void {
  for (const run of all(doc, 'w:r')) {
    const u = first(run, 'w:rPr', 'w:u')
    if (!u || (val(u) ?? 'single') === 'none') continue
    const [texts, tabs] = [within(run, 'w:t'), within(run, 'w:tab')]
    const text = texts.map((t) => t.textContent ?? '').join('')
    if (text.trim() || (!tabs.length && text.length < 3)) continue
    for (const n of [...texts, ...tabs]) run.removeChild(n)
    run.appendChild(words(doc, LINE))
  }
}

/** Fields of forms, old and new, as what they look like before anybody filled them; what was filled in stays. */
function showFields(doc: Document): void {
  for (const p of all(doc, 'w:p')) {
    let field: { begin: Element; shows: string; result: Element[]; past: boolean } | null = null
    for (const run of all(p, 'w:r')) {
      for (const n of Array.from(run.childNodes) as Element[]) {
        const kind = n.nodeName === 'w:fldChar' ? val(n, 'w:fldCharType') : undefined
        if (kind === 'begin') {
          const data = first(n, 'w:ffData')
          const box = first(data, 'w:checkBox')
          const ticked = on(first(box, 'w:checked') ?? first(box, 'w:default'))
          field = data
            ? {
                begin: n,
                shows: box ? (ticked ? TICKED : OPEN) : LINE,
                result: [],
                past: false,
              }
            : null
        } else if (kind === 'separate' && field) field.past = true
        else if (kind === 'end' && field) {
          const said = field.result.map((t) => t.textContent ?? '').join('')
          if (field.shows !== LINE || !said.replace(/[\s\u2000-\u200a_.]/g, '')) {
            for (const t of field.result) t.parentNode!.removeChild(t)
            field.begin.parentNode!.insertBefore(words(doc, field.shows), field.begin)
          }
          field = null
        } else if (field?.past && n.nodeName === 'w:t') field.result.push(n)
      }
    }
  }
  for (const sdt of all(doc, 'w:sdt')) {
    const [settings, content] = [first(sdt, 'w:sdtPr'), first(sdt, 'w:sdtContent')]
    if (!settings || !content) continue
    const box = first(settings, 'w14:checkbox')
    const shows = box
      ? on(first(box, 'w14:checked'), 'w14:val')
        ? TICKED
        : OPEN
      : first(settings, 'w:showingPlcHdr')
        ? LINE
        : null
    const spot = shows ? [...all(content, 'w:t'), ...all(content, 'w:sym')] : []
    // Left as a box, its words would be passed over.
    if (box) settings.removeChild(box)
    spot.forEach((n, i) => (i ? n.parentNode!.removeChild(n) : n.parentNode!.replaceChild(words(doc, shows!), n)))
  }
  // Boxes of symbol fonts, by the places they have there.
  for (const sym of all(doc, 'w:sym')) {
    const at = (val(sym, 'w:char') ?? '').toLowerCase().replace(/^f0/, '')
    if (!/wingdings/i.test(val(sym, 'w:font') ?? '')) continue
    const box = ['a8', '6f', '71', '72', 'a3'].includes(at)
      ? OPEN
      : ['fe', 'fd', '78', '54', '52'].includes(at)
        ? TICKED
        : null
    if (box) sym.parentNode!.replaceChild(words(doc, box), sym)
  }
}

/**
 * Writes what a letter only shows into its words: the numbers of its clauses, lines of tabs and of underlined spaces, fields and
 * boxes of forms. `zip` is changed; what reads it next needs to know nothing of how letters count.
 */
export async function writeShown(zip: JSZip): Promise<void> {
  const [numbers, styles] = await Promise.all([part(zip, 'word/numbering.xml'), part(zip, 'word/styles.xml')])
  const letter = letterOf(numbers, styles)
  const write = (name: string, doc: Document) => zip.file(name, new XMLSerializer().serializeToString(doc))
  const names = Object.keys(zip.files).filter((f) => /^word\/(document|header\d*|footer\d*)\.xml$/.test(f))
  for (const name of names) {
    const doc = await part(zip, name)
    if (!doc?.documentElement) continue
    showFields(doc)
    showUnderlined(doc)
    showLeaders(doc, letter)
    showNumbers(doc, letter)
    write(name, doc)
  }
  if (numbers) write('word/numbering.xml', numbers)
}
