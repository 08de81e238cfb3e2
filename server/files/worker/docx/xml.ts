import { DOMParser, XMLSerializer } from '@xmldom/xmldom'
import type JSZip from 'jszip'
import { SIGNS } from '../../../../core/docx/signs'

/** Elements directly within one, of a name. */
export const within = (of: Element, name: string): Element[] =>
  Array.from(of.childNodes).filter((n): n is Element => n.nodeName === name)
export const first = (of: Element | undefined, ...path: string[]): Element | undefined =>
  path.reduce<Element | undefined>((at, name) => (at ? within(at, name)[0] : undefined), of)
export const val = (of: Element | undefined, name = 'w:val'): string | undefined => of?.getAttribute(name) || undefined
export const all = (of: Element | Document, name: string): Element[] => Array.from(of.getElementsByTagName(name))
/** Whether a setting that is on or off is on (ISO/IEC 29500-1, 17.17.4). */
export const on = (of: Element | undefined, name = 'w:val'): boolean =>
  !!of && !['0', 'false', 'off'].includes(val(of, name) ?? '1')

/** The nearest element around one, of a name. */
export function around(of: Node, ...names: string[]): Element | null {
  for (let at = of.parentNode; at; at = at.parentNode) if (names.includes(at.nodeName)) return at as Element
  return null
}
export const remove = (n: Node): void => void n.parentNode?.removeChild(n)
/** Puts what is in an element in its place. */
export function unwrap(of: Element): void {
  while (of.firstChild) of.parentNode!.insertBefore(of.firstChild, of)
  remove(of)
}

/** The words of an element, as they are written there. */
export const textOf = (of: Element): string =>
  all(of, 'w:t')
    .map((t) => t.textContent ?? '')
    .join('')

/** Words as an element of a run. */
export function words(doc: Document, text: string): Element {
  const t = doc.createElement('w:t')
  t.setAttribute('xml:space', 'preserve')
  t.appendChild(doc.createTextNode(text))
  return t
}
/** A run of words. */
export function run(doc: Document, text: string): Element {
  const r = doc.createElement('w:r')
  r.appendChild(words(doc, text))
  return r
}
/** Puts words at the beginning of a paragraph. */
export function putFirst(doc: Document, p: Element, text: string): void {
  const after = first(p, 'w:pPr')
  p.insertBefore(run(doc, text), after ? after.nextSibling : p.firstChild)
}

const BODIES = /^word\/(document|header\d*|footer\d*|footnotes|endnotes)\.xml$/

/** A letter that is open: its parts are read once, changed where they are, and written back by {@link Letter.save}. */
export class Letter {
  private readonly docs = new Map<string, Document>()
  constructor(readonly zip: JSZip) {}

  /** A part of it; null where there is none or nothing is in it. */
  async part(name: string): Promise<Document | null> {
    const open = this.docs.get(name)
    if (open) return open
    const xml = await this.zip.file(name)?.async('string')
    if (!xml) return null
    const doc = new DOMParser({ errorHandler: { warning: () => {}, error: () => {} } }).parseFromString(xml, 'text/xml')
    if (!doc?.documentElement) return null
    this.docs.set(name, doc)
    return doc
  }

  /** The parts with words people read: the text itself first. */
  async bodies(): Promise<{ name: string; doc: Document }[]> {
    const names = Object.keys(this.zip.files).filter((f) => BODIES.test(f))
    const out: { name: string; doc: Document }[] = []
    for (const name of names.sort((a, b) => Number(b.includes('document')) - Number(a.includes('document')))) {
      const doc = await this.part(name)
      if (doc) out.push({ name, doc })
    }
    return out
  }

  /** Where a part's relations lead, by their ids (ISO/IEC 29500-2, 9.3). */
  async targets(name: string): Promise<Map<string, string>> {
    const rels = await this.part(name.replace(/^word\//, 'word/_rels/').concat('.rels'))
    return new Map(
      (rels ? all(rels, 'Relationship') : []).map((r) => [
        val(r, 'Id') ?? '',
        `word/${(val(r, 'Target') ?? '').replace(/^\/word\//, '')}`,
      ]),
    )
  }

  save(): void {
    for (const [name, doc] of this.docs) this.zip.file(name, new XMLSerializer().serializeToString(doc))
  }
}

/** The words of an element as a reader sees them, cut short. */
const excerpt = (of: Element): string => textOf(of).replace(SIGNS, '').replace(/\s+/g, ' ').trim()
const short = (text: string) => (text.length > 50 ? `${text.slice(0, 48).trimEnd()}…` : text)

/** Where something stands, in words: `at “…”` or `after “…”`, by what is written there; empty where nothing is. */
export function placeOf(n: Element): string {
  const p = n.nodeName === 'w:p' ? n : around(n, 'w:p')
  const here = p ? excerpt(p) : ''
  if (here) return ` at “${short(here)}”`
  for (let at: Node | null = p ?? n; at; at = at.parentNode)
    for (let before = at.previousSibling; before; before = before.previousSibling) {
      const text = before.nodeType === 1 ? excerpt(before as Element) : ''
      if (text) return ` after “${short(text.slice(-50))}”`
    }
  return ''
}
export const shortWords = (of: Element): string => short(excerpt(of))
