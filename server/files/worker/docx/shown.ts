import { type Level, type Numbering, numberer } from '../../../../core/docx/numbers'
import { SIGN } from '../../../../core/docx/signs'
import { LINE } from './fields'
import { type Letter, all, first, on, putFirst, run, val, within, words } from './xml'

interface Style {
  basedOn?: string
  numId?: string
  level?: number
  tabs: Element[]
  jc?: string
  bidi?: boolean
}
/** How a letter numbers, and what its styles say. */
interface Rules {
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
      jc: val(first(s, 'w:pPr', 'w:jc')),
      bidi: first(s, 'w:pPr', 'w:bidi') ? on(first(s, 'w:pPr', 'w:bidi')) : undefined,
    })
    if (s.getAttribute('w:default') === '1' && s.getAttribute('w:type') === 'paragraph') usual = id
  }
  return { styles, usual }
}

/** How a letter numbers (ISO/IEC 29500-1, 17.9), and what its styles say of it. Levels that belong to styles are cut from them: they are shown as words. */
function rulesOf(numbers: Document | null, styleSheet: Document | null): Rules {
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
function chain({ styles, usual }: Rules, p: Element): [string, Style][] {
  const out: [string, Style][] = []
  let id = val(first(p, 'w:pPr', 'w:pStyle')) ?? usual
  for (let s = id ? styles.get(id) : undefined; id && s && out.length < 20; s = id ? styles.get(id) : undefined) {
    out.push([id, s])
    id = s.basedOn
  }
  return out
}

/** The numbering and level of a paragraph, by itself or by its style. */
function numberOf(letter: Rules, p: Element): { id: string; level: number; own: boolean } | null {
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

/** Numbers as words, but those of a plain list, which counts by itself: one after the other from 1. */
function showNumbers(doc: Document, letter: Rules): void {
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
    const counts = run.every((r, k) => r.of.own && r.of.level === 0 && r.text === `${k + 1}.`)
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
function showLeaders(doc: Document, letter: Rules): void {
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

/** Where paragraphs stand across the page, by themselves or by their style; what reads from the right begins there. */
function showAlignment(doc: Document, letter: Rules): void {
  for (const p of all(doc, 'w:p')) {
    const own = first(p, 'w:pPr')
    const styles = chain(letter, p).map(([, s]) => s)
    const jc = val(first(own, 'w:jc')) ?? styles.find((s) => s.jc)?.jc ?? 'start'
    const bidi = first(own, 'w:bidi')
    const back = bidi ? on(bidi) : !!styles.find((s) => s.bidi !== undefined)?.bidi
    // `left` and `right` are said for text from the left, and change sides with it (17.3.1.13).
    const right = back ? ['left', 'start', 'both'].includes(jc) : ['right', 'end'].includes(jc)
    if (jc === 'center') putFirst(doc, p, SIGN.center)
    else if (right) putFirst(doc, p, SIGN.right)
  }
}

const BREAK: Record<string, string> = { page: SIGN.newPage, column: SIGN.newColumn }
/** Pages that are begun by a break, by a paragraph or by a section; sections by their `signs`, in a paragraph of their own. */
function showPages(doc: Document, signs: ReadonlyMap<Element, string>): void {
  for (const br of all(doc, 'w:br')) {
    const sign = BREAK[val(br, 'w:type') ?? '']
    if (sign) br.parentNode!.replaceChild(words(doc, sign), br)
  }
  const sections = all(doc, 'w:sectPr')
  const alone = (sign: string) => {
    const p = doc.createElement('w:p')
    p.appendChild(run(doc, sign))
    return p
  }
  for (const p of all(doc, 'w:p')) {
    const settings = first(p, 'w:pPr')
    if (on(first(settings, 'w:pageBreakBefore'))) putFirst(doc, p, SIGN.newPage)
    const section = first(settings, 'w:sectPr')
    if (!section) continue
    // How a section begins is said by the section itself (17.6.22): its settings stand at its end.
    const next = sections[sections.indexOf(section) + 1]
    const sign = next && signs.get(next)
    if (sign) p.parentNode!.insertBefore(alone(sign), p.nextSibling)
    else if ((val(first(next, 'w:type')) ?? 'nextPage') !== 'continuous') p.appendChild(run(doc, SIGN.newPage))
  }
  const opening = sections[0] && signs.get(sections[0])
  const body = first(doc.documentElement, 'w:body')
  if (opening && body) body.insertBefore(alone(opening), body.firstChild)
}

/**
 * Writes what a letter only shows into its words: the numbers of its clauses, lines of tabs and of underlined spaces, where
 * words stand, where pages begin and, by their `signs`, sections. What reads it next needs to know nothing of how letters count.
 */
export async function writeShown(letter: Letter, signs: ReadonlyMap<Element, string>): Promise<void> {
  const [numbers, styles] = [await letter.part('word/numbering.xml'), await letter.part('word/styles.xml')]
  const rules = rulesOf(numbers, styles)
  for (const { doc } of await letter.bodies()) {
    showUnderlined(doc)
    showLeaders(doc, rules)
    showNumbers(doc, rules)
    showPages(doc, signs)
    showAlignment(doc, rules)
  }
}
