import type { Enquiry, Read, Span } from '~~/core/enquiry/types'

/** A stretch of an enquiry that something was read from: which field of the record it stands in. */
export interface EnquiryMark extends Span {
  field: string
  /** It can be read in several ways: somebody has to choose. */
  open: boolean
}
/** The text in pieces, in order: plain, or marked. */
export interface Piece {
  text: string
  mark: EnquiryMark | null
}

/** Where in the text each field was read from, in order; of two that overlap the first counts. */
export function marksOf(e: Enquiry): EnquiryMark[] {
  const of = (field: string, read: Read<unknown>): EnquiryMark[] =>
    read.at.map(({ from, to }) => ({ field, from, to, open: read.or.length > 0 }))
  const all = [
    ...[e.name, e.organisation, e.email, e.phone].flatMap((r) => of('client', r)),
    ...of('starts', e.starts),
    ...of('ends', e.ends),
    ...of('place', e.place),
    ...of('people', e.people),
    ...of('people', e.children),
    ...of('kind', e.kind),
    ...e.items.flatMap((i) => of('lines', { value: i.id, at: i.at, or: [] })),
    ...of('notes', e.budget),
    ...Object.entries(e.facts).flatMap(([key, r]) => of(`fact ${key}`, r)),
  ].sort((a, b) => a.from - b.from || b.to - a.to)
  const kept: EnquiryMark[] = []
  for (const m of all) if (m.to > m.from && (kept.at(-1)?.to ?? 0) <= m.from) kept.push(m)
  return kept
}

/** A stretch of the text cut at its marks. */
export function piecesOf(text: string, marks: readonly EnquiryMark[], within: Span): Piece[] {
  const pieces: Piece[] = []
  let at = within.from
  for (const mark of marks.filter((m) => m.from >= within.from && m.to <= within.to)) {
    if (mark.from > at) pieces.push({ text: text.slice(at, mark.from), mark: null })
    pieces.push({ text: text.slice(mark.from, mark.to), mark })
    at = mark.to
  }
  if (at < within.to) pieces.push({ text: text.slice(at, within.to), mark: null })
  return pieces
}
