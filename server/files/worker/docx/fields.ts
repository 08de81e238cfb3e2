import { FIELDS_MAX, type LetterField, SIGN, fieldSign } from '../../../../core/docx/signs'
import { all, around, first, on, remove, run, textOf, unwrap, val, within, words } from './xml'

/** What is written on in place of a blank that had no words of its own. */
export const LINE = '__________'
export const [OPEN, TICKED] = ['☐', '☒'] as const

const EMPTY = /[\s\u2000-\u200a_.]/g
/** The longest answer of a field that is taken for one; what is longer are words of the letter in a frame. */
const ANSWER_MAX = 120

/** Words with the sign of a field around them, its own words being what is in it now. */
function asField(fields: LetterField[], field: LetterField, shows: string): string {
  if (fields.length >= FIELDS_MAX) return shows
  fields.push(field)
  return `${fieldSign(fields.length - 1)}${shows}${SIGN.end}`
}

/** The number of the page, and of all pages, where a field counts them (17.16.5.33, 17.16.5.44). */
const counted = (instruction: string): string | null => {
  const kind = /^\s*(\w+)/.exec(instruction)?.[1]?.toUpperCase()
  return kind === 'PAGE' ? SIGN.page : kind === 'NUMPAGES' || kind === 'SECTIONPAGES' ? SIGN.pages : null
}

interface OpenField {
  begin: Element
  data: Element | undefined
  instruction: string
  result: Element[]
  past: boolean
}

function legacyField(data: Element, said: string, fields: LetterField[]): string | null {
  const about = {
    name: val(first(data, 'w:name')) ?? '',
    label: val(first(data, 'w:statusText')) ?? val(first(data, 'w:helpText')) ?? '',
  }
  const box = first(data, 'w:checkBox')
  if (box) {
    const ticked = on(first(box, 'w:checked') ?? first(box, 'w:default'))
    return asField(fields, { ...about, type: 'tick', options: [] }, ticked ? TICKED : OPEN)
  }
  const list = first(data, 'w:ddList')
  if (list) {
    const options = within(list, 'w:listEntry').flatMap((o) => val(o) ?? [])
    return asField(fields, { ...about, type: 'choice', options }, LINE)
  }
  const kind = val(first(data, 'w:textInput', 'w:type'))
  const empty = !said.replace(EMPTY, '')
  if (said.length > ANSWER_MAX) return null
  return asField(
    fields,
    { ...about, type: kind === 'date' ? 'day' : kind === 'number' ? 'number' : 'text', options: [] },
    empty ? LINE : said,
  )
}

/** Fields between marks in the runs: those of old forms, and those that count pages; the others keep what they show. */
function runFields(p: Element, fields: LetterField[]): void {
  const open: OpenField[] = []
  for (const r of all(p, 'w:r'))
    for (const n of Array.from(r.childNodes) as Element[]) {
      const kind = n.nodeName === 'w:fldChar' ? val(n, 'w:fldCharType') : undefined
      const field = open.at(-1)
      if (kind === 'begin')
        open.push({ begin: n, data: first(n, 'w:ffData'), instruction: '', result: [], past: false })
      else if (!field) continue
      else if (kind === 'separate') field.past = true
      else if (kind === 'end') {
        open.pop()
        const said = field.result.map((t) => t.textContent ?? '').join('')
        const shows = field.data ? legacyField(field.data, said, fields) : counted(field.instruction)
        if (shows !== null) {
          field.result.forEach(remove)
          field.begin.parentNode!.insertBefore(words(p.ownerDocument, shows), field.begin)
          if (field.data) remove(field.data)
        } else open.at(-1)?.result.push(...field.result)
      } else if (n.nodeName === 'w:instrText') field.instruction += n.textContent ?? ''
      else if (field.past && n.nodeName === 'w:t') field.result.push(n)
    }
}

/** What a content control takes (17.5.2); null where it is only a frame around words. */
function controlType(settings: Element): Pick<LetterField, 'type' | 'options'> | null {
  const list = first(settings, 'w:dropDownList') ?? first(settings, 'w:comboBox')
  if (list) {
    // One without a value is what is shown before anything is chosen (17.5.2.21).
    const options = within(list, 'w:listItem')
      .filter((o) => val(o, 'w:value') || !val(o, 'w:displayText'))
      .flatMap((o) => val(o, 'w:displayText') ?? val(o, 'w:value') ?? [])
    return { type: 'choice', options }
  }
  if (first(settings, 'w14:checkbox')) return { type: 'tick', options: [] }
  if (first(settings, 'w:date')) return { type: 'day', options: [] }
  if (first(settings, 'w:text') || on(first(settings, 'w:showingPlcHdr'))) return { type: 'text', options: [] }
  return null
}

function control(sdt: Element, fields: LetterField[]): void {
  const [settings, content] = [first(sdt, 'w:sdtPr'), first(sdt, 'w:sdtContent')]
  if (!settings || !content) return
  const type = controlType(settings)
  const box = first(settings, 'w14:checkbox')
  // Left as a box, its words would be passed over.
  if (box) remove(box)
  if (!type) return
  const asked = on(first(settings, 'w:showingPlcHdr'))
  const said = textOf(content)
  if (!asked && !box && (said.length > ANSWER_MAX || all(content, 'w:p').length > 1)) return
  const shows = box
    ? on(first(box, 'w14:checked'), 'w14:val')
      ? TICKED
      : OPEN
    : asked || !said.replace(EMPTY, '')
      ? LINE
      : said
  const name = val(first(settings, 'w:tag')) ?? val(first(settings, 'w:alias')) ?? ''
  const text = asField(fields, { ...type, name, label: val(first(settings, 'w:alias')) ?? '' }, shows)
  const spots = [...all(content, 'w:t'), ...all(content, 'w:sym')]
  const doc = sdt.ownerDocument
  if (!spots.length) {
    const home = first(content, 'w:r') ?? all(content, 'w:p')[0] ?? content
    home.appendChild(home.nodeName === 'w:r' ? words(doc, text) : run(doc, text))
  }
  spots.forEach((n, i) => (i ? remove(n) : n.parentNode!.replaceChild(words(doc, text), n)))
}

/** Boxes of symbol fonts, by the places they have there. */
const SYMBOLS: [RegExp, Record<string, string>][] = [
  [
    /^wingdings$/i,
    {
      a8: OPEN,
      '6f': OPEN,
      '70': OPEN,
      '71': OPEN,
      '72': OPEN,
      fe: TICKED,
      fd: TICKED,
      '78': TICKED,
      '54': TICKED,
      '52': TICKED,
    },
  ],
  [/^wingdings 2$/i, { a3: OPEN, '30': OPEN, '2a': OPEN, '52': TICKED, '53': TICKED, '54': TICKED, '51': TICKED }],
  [/^webdings$/i, { '63': OPEN, '67': OPEN }],
]

/** A letter's place in a symbol font, as hex: by itself or in Unicode's private use. Others, our own signs among them, have none. */
function placeIn(letter: string): string {
  const code = letter.codePointAt(0)!
  return code < 0x100 || code >> 8 === 0xf0 ? (code & 0xff).toString(16) : ''
}

/** Fields of forms, old and new, as what they look like, with the sign of what they are; `fields` gets them in their order. */
export function showFields(doc: Document, fields: LetterField[]): void {
  for (const simple of all(doc, 'w:fldSimple')) {
    const sign = counted(val(simple, 'w:instr') ?? '')
    if (sign) simple.parentNode!.replaceChild(run(doc, sign), simple)
    else unwrap(simple)
  }
  for (const p of all(doc, 'w:p')) runFields(p, fields)
  for (const sdt of all(doc, 'w:sdt').reverse()) if (sdt.parentNode) control(sdt, fields)
  const boxOf = (font: string | undefined, place: string): string | undefined =>
    SYMBOLS.find(([name]) => name.test(font ?? ''))?.[1][place]
  for (const sym of all(doc, 'w:sym')) {
    const box = boxOf(val(sym, 'w:font'), (val(sym, 'w:char') ?? '').toLowerCase().replace(/^f0/, ''))
    if (box) sym.parentNode!.replaceChild(words(doc, box), sym)
  }
  // Others write the same as a letter of that font, in Unicode's private use or as it is.
  for (const fonts of all(doc, 'w:rFonts')) {
    const font = val(fonts, 'w:ascii') ?? val(fonts, 'w:hAnsi')
    const home = around(fonts, 'w:r')
    if (!home || !SYMBOLS.some(([name]) => name.test(font ?? ''))) continue
    for (const t of within(home, 'w:t'))
      t.textContent = [...(t.textContent ?? '')].map((ch) => boxOf(font, placeIn(ch)) ?? ch).join('')
  }
}
