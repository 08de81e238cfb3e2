import { z } from 'zod'
import { valueFormat } from '../document/model'
import { fieldSpec } from '../document/field'

const coordinate = z.number().finite().min(-20_000).max(20_000)
const extent = z.number().finite().positive().max(20_000)
const id = z.string().min(1).max(60)
const page = z.number().int().positive().max(5000)

/** A place on a page: points from the top left of the page as it is shown. */
export const place = z.object({ page, x: coordinate, y: coordinate, w: extent, h: extent })
export type Place = z.infer<typeof place>

/** What stands at a place that the sender fills: words of their own, or a value of the job. */
const ownWords = z.object({
  text: z.string().max(2000).optional(),
  path: z.string().max(120).optional(),
  format: valueFormat.optional(),
  face: z.enum(['serif', 'sans']).default('sans'),
  /** Points; without it the words are fitted to the place. */
  size: z.number().min(4).max(72).optional(),
})

type OwnWords = z.infer<typeof ownWords>

/**
 * One mark on the table: a blank that was found, a form field of the file, or a box drawn by hand. `proposed` waits to be
 * confirmed, `dismissed` was looked at and is none.
 */
export const mark = place.extend({
  id,
  state: z.enum(['proposed', 'settled', 'dismissed']),
  from: z.enum(['found', 'form', 'hand']),
  field: fieldSpec,
  /** Set where the sender fills the place; the field then only lends its label. */
  words: ownWords.optional(),
  why: z.string().max(300).default(''),
  confidence: z.number().min(0).max(1).default(1),
  /** Whose the finder took it to be. */
  foundParty: z.string().max(40).optional(),
  /** Size the answer is set in, in points; without it it is fitted. */
  size: z.number().min(4).max(72).optional(),
})

export type Mark = z.infer<typeof mark>

/** Printed words struck through, as an amendment: who, when, why, and what stands there instead. */
export const strike = place.extend({
  id,
  words: z.string().max(1000),
  instead: z.string().max(500).default(''),
  note: z.string().max(500).default(''),
  by: z.string().max(120),
  at: z.string().max(40),
})

export type Strike = z.infer<typeof strike>

const pageSize = z.object({ w: z.number(), h: z.number() })

/** A finished PDF on the marking table. */
export const marked = z.object({
  /** SHA-256 of the PDF that lies under the marks. */
  sha: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().max(255),
  pages: z.array(pageSize).min(1).max(5000),
  marks: z.array(mark).max(20_000).default([]),
  strikes: z.array(strike).max(500).default([]),
  /** Pages the finder has read. */
  read: z.number().int().nonnegative().default(0),
  /** What was taken out of the file when it came. */
  removed: z.array(z.string().max(200)).max(40).default([]),
  /** Marks that found no place when the file under them was replaced. */
  unplaced: z.array(mark).max(20_000).default([]),
})

export type Marked = z.infer<typeof marked>

/** Marks that somebody fills when the paper is out. */
export const fieldMarks = (m: Pick<Marked, 'marks'>): Mark[] => m.marks.filter((x) => x.state === 'settled' && !x.words)

/** Marks the sender fills. */
export const wordMarks = (m: Pick<Marked, 'marks'>): (Mark & { words: OwnWords })[] =>
  m.marks.filter((x): x is Mark & { words: OwnWords } => x.state === 'settled' && !!x.words)
/** From here on what was found is taken for a blank; below it is *perhaps* one, and no work to do. */
export const SURE = 0.6
export const isSure = (m: Pick<Mark, 'confidence'>): boolean => m.confidence >= SURE
/** Blanks nobody has looked at yet; what is only perhaps one waits for nobody. */
export const openMarks = (m: Pick<Marked, 'marks'>): Mark[] =>
  m.marks.filter((x) => x.state === 'proposed' && isSure(x))

/** Reading order: by page, then by rows from the top, in a row from the left. */
export function inReadingOrder<T extends Place>(marks: readonly T[]): T[] {
  const rowOf = (m: T) => m.y + m.h
  const sorted = [...marks].sort((a, b) => a.page - b.page || rowOf(a) - rowOf(b))
  const rows: T[][] = []
  for (const m of sorted) {
    const row = rows.at(-1)
    if (row && row[0]!.page === m.page && rowOf(m) - rowOf(row[0]!) < 6) row.push(m)
    else rows.push([m])
  }
  return rows.flatMap((r) => r.sort((a, b) => a.x - b.x))
}
