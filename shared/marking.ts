import { z } from 'zod'
import { party } from '../core/document/model'
import { mark, strike } from '../core/marking/model'
import { templateKinds } from '../core/document/kinds'
import { line, requiredLine } from './text'

const recordId = z.string().min(1).max(60)
const sha = z.string().regex(/^[0-9a-f]{64}$/)
/** The most bytes a file brought to the marking table may have. */
export const FILE_MAX = 60_000_000

export const fileQuery = z.object({ name: z.string().min(1).max(255) })

const turn = z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)])
export const pageList = z
  .array(z.object({ sha, page: z.number().int().positive().max(5000), turn: turn.default(0) }))
  .min(1, 'Choose at least one page.')
  .max(5000, 'More than 5,000 pages don’t fit on one paper.')
export const layOut = z.object({
  title: requiredLine(120, 'The title'),
  kind: z.enum(templateKinds).default('form'),
  pages: pageList,
  key: recordId,
})

/** What is saved from the table. `revision` is the one it was marked on. */
export const saveMarking = z.object({
  revision: z.number().int().nonnegative(),
  marks: z.array(mark).max(20_000),
  strikes: z.array(strike.omit({ by: true, at: true })).max(500),
  parties: z.array(party).max(12),
  read: z.number().int().nonnegative().max(5000),
})
export type SaveMarking = z.input<typeof saveMarking>

/** Pages put in another order, turned, taken out or added: the marks follow them. */
export const changePages = z.object({ revision: z.number().int().nonnegative(), pages: pageList })
/** A new edition of the file: the marks go where their words went. */
export const replaceFile = z.object({ revision: z.number().int().nonnegative(), sha })
export const keepTemplate = z.object({
  name: requiredLine(120, 'The name'),
  folder: line(60).default(''),
  key: recordId,
})
export const enclose = z.object({ sha, name: requiredLine(200, 'The name') })
export const writeBack = z.object({ take: z.array(z.string().max(120)).min(1, 'Choose what to write back.').max(60) })
export const dataAs = z.object({ as: z.enum(['csv', 'json']) })

export type { TakenFile, MarkingView, DataRow, WriteBackRow, MovedMarks } from './out/marking'
