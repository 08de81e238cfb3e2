import type { Changes } from '../../../../shared/library'
import { all, around, first, remove, unwrap, val, within } from './xml'

const IN = ['w:ins', 'w:moveTo']
const OUT = ['w:del', 'w:moveFrom']
/** What remembers how something was set before. */
const FORMS = [
  'w:pPrChange',
  'w:rPrChange',
  'w:tblPrChange',
  'w:tblGridChange',
  'w:trPrChange',
  'w:tcPrChange',
  'w:sectPrChange',
]
/** Run styles by which words are known again as added or struck. */
export const ADDED = 'UpwoldAdded'
export const STRUCK = 'UpwoldStruck'

const elements = (doc: Document, names: readonly string[]): Element[] => names.flatMap((n) => all(doc, n))
/** Whether a change is of words; else it is of a paragraph's end, a row, or a numbering. */
const ofWords = (n: Element) => !['w:rPr', 'w:trPr', 'w:numPr', 'w:pPr'].includes(n.parentNode!.nodeName)

/** How many changes are tracked in a part, and by whom. */
export function changesIn(doc: Document): { count: number; by: string[] } {
  const found = elements(doc, [...IN, ...OUT, 'w:rPrChange', 'w:pPrChange', 'w:cellIns', 'w:cellDel'])
  return { count: found.length, by: [...new Set(found.flatMap((n) => val(n, 'w:author') ?? []))] }
}

function rename(of: Element, name: string): void {
  const other = of.ownerDocument.createElement(name)
  for (const a of Array.from(of.attributes)) other.setAttribute(a.name, a.value)
  while (of.firstChild) other.appendChild(of.firstChild)
  of.parentNode!.replaceChild(other, of)
}

/** Gives the runs in an element a style of ours. */
function styled(of: Element, style: string): void {
  for (const r of all(of, 'w:r')) {
    const doc = of.ownerDocument
    let settings = first(r, 'w:rPr')
    if (!settings) r.insertBefore((settings = doc.createElement('w:rPr')), r.firstChild)
    const old = first(settings, 'w:rStyle')
    if (old && [ADDED, STRUCK].includes(val(old) ?? '')) continue
    if (old) remove(old)
    const mark = doc.createElement('w:rStyle')
    mark.setAttribute('w:val', style)
    settings.insertBefore(mark, settings.firstChild)
  }
}

/** Words that were struck become words again. */
function restored(of: Element): void {
  for (const t of all(of, 'w:delText')) rename(t, 'w:t')
  for (const t of all(of, 'w:delInstrText')) rename(t, 'w:instrText')
}

/** A paragraph whose end is gone is one with the next. */
function joined(p: Element): void {
  let next = p.nextSibling
  while (next && next.nodeType !== 1) next = next.nextSibling
  const own = Array.from(p.childNodes).filter((n) => n.nodeName !== 'w:pPr')
  if (next?.nodeName === 'w:p') {
    const settings = first(next as Element, 'w:pPr')
    const before = settings ? settings.nextSibling : next.firstChild
    for (const n of own) next.insertBefore(n, before)
    remove(p)
  } else if (!own.some((n) => n.textContent) && within(p.parentNode as Element, 'w:p').length > 1) remove(p)
}

/** What a paragraph or run was set to before it was changed (17.13.5.29, 17.13.5.31). */
function formerly(change: Element): void {
  const settings = change.parentNode as Element
  const was = first(change, settings.nodeName)
  const kept = settings.nodeName === 'w:pPr' ? [...within(settings, 'w:rPr'), ...within(settings, 'w:sectPr')] : []
  for (const n of Array.from(settings.childNodes)) if (!kept.includes(n as Element)) settings.removeChild(n)
  for (const n of was ? Array.from(was.childNodes) : []) settings.insertBefore(n, settings.firstChild)
}

/**
 * Settles the changes that are tracked in a part (ISO/IEC 29500-1, 17.13.5): taken, as if they had all been agreed to; refused,
 * as if to none; shown, added words and struck ones both there and marked as that.
 */
export function settleChanges(doc: Document, how: Changes): void {
  const gone = how === 'taken' ? OUT : IN
  for (const n of elements(doc, ['w:pPrChange', 'w:rPrChange'])) if (how === 'refused' && n.parentNode) formerly(n)
  for (const n of elements(doc, FORMS)) remove(n)
  for (const row of all(doc, 'w:tr')) {
    const settings = first(row, 'w:trPr')
    const change = [...IN, ...OUT].find((n) => first(settings, n))
    if (!change) continue
    if (how === 'shown') styled(row, OUT.includes(change) ? STRUCK : ADDED)
    else if (gone.includes(change)) {
      remove(row)
      continue
    }
    remove(first(settings, change)!)
  }
  for (const table of all(doc, 'w:tbl')) if (!all(table, 'w:tr').length) remove(table)
  for (const n of elements(doc, ['w:cellIns', 'w:cellDel'])) {
    const cell = around(n, 'w:tc')
    if (how !== 'shown' && cell && (n.nodeName === 'w:cellDel') === (how === 'taken')) remove(cell)
    else remove(n)
  }
  for (const n of elements(doc, [...OUT, ...IN])) {
    if (!n.parentNode || !ofWords(n)) continue
    const out = OUT.includes(n.nodeName)
    if (how !== 'shown' && gone.includes(n.nodeName)) remove(n)
    else {
      if (out) restored(n)
      if (how === 'shown') styled(n, out ? STRUCK : ADDED)
      unwrap(n)
    }
  }
  // Ends of paragraphs, last: what they join is settled by then.
  for (const n of elements(doc, [...IN, ...OUT])) {
    if (!n.parentNode) continue
    const p =
      n.parentNode.nodeName === 'w:rPr' && n.parentNode.parentNode?.nodeName === 'w:pPr' ? around(n, 'w:p') : null
    const joins = how !== 'shown' && gone.includes(n.nodeName)
    remove(n)
    if (p && joins) joined(p)
  }
}
