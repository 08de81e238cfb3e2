import { SIGN } from '../../../../core/docx/signs'
import { written } from '../../../../core/docx/numbers'
import { type Letter, all, first, putFirst, remove, run, val, within } from './xml'

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹'
/** A note's number as it is raised at its words; letters have no raised form everywhere and stand in brackets. */
const raised = (mark: string): string =>
  /^\d+$/.test(mark) ? mark.replace(/\d/g, (d) => RAISED[Number(d)]!) : `[${mark}]`

const KINDS = [
  {
    ref: 'w:footnoteReference',
    note: 'w:footnote',
    part: 'word/footnotes.xml',
    settings: 'w:footnotePr',
    format: 'decimal',
  },
  {
    ref: 'w:endnoteReference',
    note: 'w:endnote',
    part: 'word/endnotes.xml',
    settings: 'w:endnotePr',
    format: 'lowerRoman',
  },
]

/**
 * Footnotes and endnotes (ISO/IEC 29500-1, 17.11) as notes at the end of the text: their numbers raised where they are said,
 * and again before each note. Their part is emptied, so that nothing is read twice. Returns how many there are.
 */
export async function bringNotes(letter: Letter, doc: Document): Promise<number> {
  const settings = await letter.part('word/settings.xml')
  const notes: Element[] = []
  for (const kind of KINDS) {
    const source = await letter.part(kind.part)
    const refs = all(doc, kind.ref)
    const own = settings ? first(settings.documentElement, kind.settings) : undefined
    const format = val(first(own, 'w:numFmt')) ?? kind.format
    let at = Number(val(first(own, 'w:numStart')) ?? 1)
    for (const ref of refs) {
      const note = source ? all(source, kind.note).find((n) => val(n, 'w:id') === val(ref, 'w:id')) : undefined
      if (!note) {
        remove(ref)
        continue
      }
      // One with a sign of its own has it written behind it (17.11.5).
      const signed = val(ref, 'w:customMarkFollows') === '1' || val(ref, 'w:customMarkFollows') === 'true'
      const mark = signed ? '' : raised(written(at, format))
      if (!signed) at += 1
      if (mark) ref.parentNode!.parentNode!.insertBefore(run(doc, mark), ref.parentNode!.nextSibling)
      remove(ref)
      const blocks = Array.from(note.childNodes).filter((n) => n.nodeName === 'w:p' || n.nodeName === 'w:tbl')
      blocks.forEach((n, i) => {
        const copy = doc.importNode(n, true) as Element
        if (i === 0 && mark && copy.nodeName === 'w:p') putFirst(doc, copy, `${mark} `)
        notes.push(copy)
      })
    }
    for (const n of source ? all(source, kind.note) : []) remove(n)
  }
  const body = first(doc.documentElement, 'w:body')
  if (!notes.length || !body) return 0
  const end = within(body, 'w:sectPr').at(-1) ?? null
  const rule = doc.createElement('w:p')
  rule.appendChild(run(doc, SIGN.rule))
  for (const n of [rule, ...notes]) body.insertBefore(n, end)
  return notes.length
}
