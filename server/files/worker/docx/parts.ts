import { SIGNS } from '../../../../core/docx/signs'
import { all, around, first, on, placeOf, remove, run, shortWords, textOf, unwrap, val, within } from './xml'

/** What a letter may hold that a paper has no place for, by its element. */
const NO_PLACE: Record<string, string> = {
  'm:oMath': 'a formula',
  'c:chart': 'a chart',
  'dgm:relIds': 'a diagram',
  'o:OLEObject': 'an embedded object',
  'w:altChunk': 'an embedded document',
  'w:control': 'a control that runs a program',
  'v:textpath': 'a watermark',
}

/**
 * Makes plain what other readers pass over: the words of text boxes come after the paragraph they hang on, words of frames
 * and readings stand in the line, hidden ones are taken out. What has no place on a paper is told to `left`, with where it stood.
 */
export function levelled(doc: Document, left: Set<string>): void {
  for (const both of all(doc, 'mc:AlternateContent')) {
    // Two ways to draw the same: the newer is kept where it has words, else the older.
    const [choice, older] = [first(both, 'mc:Choice'), first(both, 'mc:Fallback')]
    const boxed = choice && all(choice, 'w:txbxContent').length
    const pictured = choice && all(choice, 'a:blip').length
    if (boxed || pictured || !older) {
      if (older) remove(older)
      if (choice) unwrap(choice)
    } else {
      if (choice) remove(choice)
      unwrap(older)
    }
    unwrap(both)
  }
  for (const [name, words] of Object.entries(NO_PLACE))
    for (const n of all(doc, name)) if (!around(n, name)) left.add(`${words}${placeOf(n)}`)
  for (const box of all(doc, 'w:txbxContent').reverse()) {
    if (!box.parentNode) continue
    const home = around(box, 'w:p')
    const blocks = Array.from(box.childNodes).filter((n) => ['w:p', 'w:tbl', 'w:sdt'].includes(n.nodeName))
    if (home && shortWords(box)) left.add(`the frame of a text box (its words are there): “${shortWords(box)}”`)
    remove(box)
    if (!home) continue
    let after: Node = home
    for (const n of blocks) {
      home.parentNode!.insertBefore(n, after.nextSibling)
      after = n
    }
  }
  for (const name of ['w:customXml', 'w:smartTag', 'w:dir', 'w:bdo'])
    for (const n of all(doc, name)) if (n.parentNode) unwrap(n)
  for (const ruby of all(doc, 'w:ruby')) {
    const said = (name: string) => all(ruby, name).map(textOf).join('')
    const [base, reading] = [said('w:rubyBase'), said('w:rt')]
    const home = around(ruby, 'w:r')
    if (!home) continue
    home.parentNode!.insertBefore(run(doc, `${base}${reading ? ` (${reading})` : ''}`), home)
    remove(ruby)
  }
  for (const tab of all(doc, 'w:ptab')) tab.parentNode!.replaceChild(doc.createElement('w:tab'), tab)
  for (const r of all(doc, 'w:r')) {
    if (!on(first(r, 'w:rPr', 'w:vanish'))) continue
    if (all(r, 'w:t').length) left.add(`hidden words${placeOf(r)}`)
    remove(r)
  }
  // Letters of private use are signs of ours from here on.
  for (const t of all(doc, 'w:t')) {
    const text = (t.textContent ?? '').replace(SIGNS, '\uFFFD')
    if (text !== t.textContent) t.textContent = text
  }
  for (const row of all(doc, 'w:tr')) aligned(doc, row)
}

/** Rows that begin or end beyond the sides of their table get empty cells there, so that columns stay columns (17.4.14). */
function aligned(doc: Document, row: Element): void {
  const settings = first(row, 'w:trPr')
  const cells = (n: number): Element => {
    const cell = doc.createElement('w:tc')
    const own = doc.createElement('w:tcPr')
    const span = doc.createElement('w:gridSpan')
    span.setAttribute('w:val', String(n))
    own.appendChild(span)
    cell.appendChild(own)
    cell.appendChild(doc.createElement('w:p'))
    return cell
  }
  const before = Number(val(first(settings, 'w:gridBefore')) ?? 0)
  const after = Number(val(first(settings, 'w:gridAfter')) ?? 0)
  const cell = within(row, 'w:tc')[0] ?? within(row, 'w:sdt')[0]
  if (before > 0 && before < 64 && cell) row.insertBefore(cells(before), cell)
  if (after > 0 && after < 64) row.appendChild(cells(after))
}

/** Comments, each with where it is (17.13.4); they aren't part of what is agreed. */
export function commentsOf(doc: Document, left: Set<string>): void {
  for (const ref of all(doc, 'w:commentReference')) left.add(`a comment${placeOf(ref)}`)
}

/** How wide the columns of each table are, outermost first, in their order (17.4.48). */
export const gridsOf = (doc: Document): number[][] =>
  all(doc, 'w:tbl').map((t) => within(first(t, 'w:tblGrid') ?? t, 'w:gridCol').map((c) => Number(val(c, 'w:w') ?? 0)))

const bare = (text: string) => text.replace(/[^\p{L}\p{Nd}]/gu, '')

/** A piece of words, and the element it is in. */
interface Piece {
  text: string
  at: Element
}
/** Every piece of words of a part: taken before anything is made of them. */
export const piecesOf = (doc: Document): Piece[] =>
  all(doc, 'w:t').flatMap((at) => {
    const text = bare((at.textContent ?? '').replace(SIGNS, ''))
    return text ? [{ text, at }] : []
  })

/** The places whose words aren't in what came out, looked for in their order; none means that every word is there. */
export function missing(pieces: readonly Piece[], came: string): string[] {
  const whole = bare(came)
  const out: string[] = []
  let at = 0
  for (const { text, at: piece } of pieces) {
    const next = whole.indexOf(text, at)
    if (next >= 0) at = next + text.length
    else if (!whole.includes(text)) out.push(`${placeOf(piece)}: “${text.slice(0, 30)}”`)
  }
  return [...new Set(out)]
}
