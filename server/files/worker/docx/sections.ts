import { SECTIONS_MAX, sectionSign } from '../../../../core/docx/signs'
import { COLUMNS_MAX } from '../../../../core/document/model'
import { type Letter, all, around, first, on, placeOf, textOf, val, within } from './xml'

/** The parts of a letter that a page begins and ends with, by their names. */
export interface EdgeParts {
  header: string | null
  footer: string | null
}
export interface HeadParts extends EdgeParts {
  first?: EdgeParts
  even?: EdgeParts
}
/** A section that differs from the one before: what it begins with, in parts. */
export interface SectionParts {
  goesOn: boolean
  columns: number
  heads?: HeadParts
  from?: number
}

const SIDES = ['header', 'footer'] as const
const WAYS = ['default', 'first', 'even'] as const
type Way = (typeof WAYS)[number]
interface Edge {
  part: string
  /** What it shows, so that copies of it are the same. */
  shows: string
}
type Ends = Record<Way, Record<(typeof SIDES)[number], Edge | null>>

/** How many columns a section's text runs in; what a paper can't keep of them is told. */
function columnsOf(section: Element, told: (what: string) => void): number {
  const cols = first(section, 'w:cols')
  const own = cols ? within(cols, 'w:col') : []
  const uneven = !!cols?.hasAttribute('w:equalWidth') && !on(cols, 'w:equalWidth')
  const count = Math.max(1, Number(val(cols, 'w:num') ?? (uneven ? own.length : 1)) || 1)
  if (count > COLUMNS_MAX) told(`text in ${count} columns (it is in ${COLUMNS_MAX})`)
  if (count > 1 && uneven && new Set(own.map((c) => val(c, 'w:w'))).size > 1)
    told('how wide each column of running text is (they are as wide as each other)')
  if (count > 1 && cols?.hasAttribute('w:sep') && on(cols, 'w:sep')) told('the line between columns of running text')
  return Math.min(count, COLUMNS_MAX)
}

/**
 * The heads and feet of a letter's pages (ISO/IEC 29500-1, 17.10) and those of its sections that are their own, by the
 * elements that say what each section is (17.6): none is there for a section that only goes on with the one before, or only
 * begins a page. What a paper can't keep of them is told to `left`.
 */
export async function sectionsIn(
  letter: Letter,
  doc: Document,
  left: Set<string>,
): Promise<{ heads: HeadParts; sections: SectionParts[]; signs: Map<Element, string> }> {
  const targets = await letter.targets('word/document.xml')
  const settings = await letter.part('word/settings.xml')
  const turned = on(settings ? first(settings.documentElement, 'w:evenAndOddHeaders') : undefined)
  const edgeIn = async (name: string | undefined): Promise<Edge | null> => {
    const inner = name ? await letter.part(name) : null
    if (!name || !inner) return null
    const drawn = all(inner, 'w:drawing').length + all(inner, 'w:pict').length
    const counts = [...all(inner, 'w:instrText'), ...all(inner, 'w:fldSimple')]
    const text = textOf(inner.documentElement)
    if (!text.trim() && !drawn && !counts.length) return null
    const shows = [text, drawn, ...counts.map((c) => c.textContent + (val(c, 'w:instr') ?? ''))].join('\n')
    return { part: name, shows }
  }

  let ends: Ends = { default: NOTHING, first: NOTHING, even: NOTHING }
  let before = null as { heads: HeadParts; ends: Ends; columns: number } | null
  let heads: HeadParts = { header: null, footer: null }
  const sections: SectionParts[] = []
  const signs = new Map<Element, string>()
  const every = all(doc, 'w:sectPr').filter((s) => ['w:body', 'w:pPr'].includes(s.parentNode?.nodeName ?? ''))
  for (const [i, section] of every.entries()) {
    const told = (what: string) => left.add(`${what}${upTo(section)}`)
    // What a section doesn't say it has of the one before (17.10.5).
    const now = { default: { ...ends.default }, first: { ...ends.first }, even: { ...ends.even } }
    const named = new Set<Way>()
    for (const side of SIDES)
      for (const ref of within(section, `w:${side}Reference`)) {
        const way = (val(ref, 'w:type') ?? 'default') as Way
        if (!WAYS.includes(way)) continue
        named.add(way)
        now[way][side] = await edgeIn(targets.get(val(ref, 'r:id') ?? ''))
      }
    ends = now
    const type = val(first(section, 'w:type')) ?? 'nextPage'
    const goesOn = i > 0 && type === 'continuous'
    if (i > 0 && /^(odd|even)Page$/.test(type)) told(`that a part begins on an ${type.slice(0, -4)} page`)
    const sheet = first(section, 'w:pgSz')
    if (Number(val(sheet, 'w:w') ?? 0) > Number(val(sheet, 'w:h') ?? Infinity)) told('that its pages lie on their side')
    const numbers = first(section, 'w:pgNumType')
    const format = val(numbers, 'w:fmt')
    if (format && !['decimal', 'numberInDash'].includes(format)) told('the figures its pages are numbered in')
    const start = val(numbers, 'w:start')
    const titled = on(first(section, 'w:titlePg'))
    if (goesOn && titled && named.has('first') && !same(ends.first, ends.default))
      told(`another head or foot of the first page of part ${i + 1}`)
    const own: HeadParts = {
      ...partsOf(ends.default),
      ...(titled && !goesOn && !same(ends.first, ends.default) ? { first: partsOf(ends.first) } : {}),
      ...(turned && !same(ends.even, ends.default) ? { even: partsOf(ends.even) } : {}),
    }
    const columns = columnsOf(section, told)
    const differs =
      !!before &&
      (!!own.first ||
        !same(ends.default, before.ends.default) ||
        (turned && !same(ends.even, before.ends.even)) ||
        !!own.even !== !!before.heads.even)
    const from = start === undefined || (i === 0 && start === '1') ? undefined : Math.min(Number(start) || 0, 9999)
    if (i === 0) heads = own
    if (differs || from !== undefined || columns !== (before?.columns ?? 1)) {
      if (sections.length < SECTIONS_MAX) {
        signs.set(section, sectionSign(sections.length))
        sections.push({
          goesOn: goesOn || i === 0,
          columns,
          ...(differs ? { heads: own } : {}),
          ...(from === undefined ? {} : { from }),
        })
      } else left.add('how the pages of its further parts begin and end, and their columns')
    }
    before = { heads: own, ends, columns }
  }
  return { heads, sections, signs }
}

/** The names of all parts that are heads and feet. */
export const namesOf = (h: HeadParts): string[] =>
  [h, h.first, h.even].flatMap((e) => (e ? [e.header, e.footer] : [])).flatMap((name) => name ?? [])

const NOTHING = { header: null, footer: null }
const same = (a: Ends[Way], b: Ends[Way]) => SIDES.every((s) => a[s]?.shows === b[s]?.shows)
const partsOf = (e: Ends[Way]): EdgeParts => ({ header: e.header?.part ?? null, footer: e.footer?.part ?? null })
/** Where a section ends, in words; empty for the last. */
const upTo = (section: Element): string => {
  const p = section.parentNode?.nodeName === 'w:pPr' ? around(section, 'w:p') : null
  return p ? ` up to${placeOf(p).replace(/^ (at|after)/, '')}` : ''
}
