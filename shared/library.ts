import { z } from 'zod'
import { type Block, type PaperDocument, block, paperDocument } from '../core/document/model'
import type { Blank } from '../core/document/blanks'
import type { PaperFigures } from '../core/layout/expand'
import type { MergeContext } from '../core/merge/merge'
import { line, requiredLine } from './text'

export const paperKinds = ['quote', 'contract', 'waiver', 'form'] as const
const kind = z.enum(paperKinds)
const id = z.string().min(1).max(60)
const folder = line(60)
const name = requiredLine(120, 'The name')

export const newTemplate = z.object({
  name,
  kind: kind.default('form'),
  folder: folder.optional(),
  /** The template to duplicate. */
  from: id.optional(),
  document: paperDocument.optional(),
  key: id.optional(),
})
/** Only what is given changes; a document comes with the revision it was written on. */
export const saveTemplate = z.object({
  revision: z.number().int().nonnegative(),
  document: paperDocument.optional(),
  /** The version it was set aside as before: what is behind again goes there. */
  aside: id.optional(),
  name: name.optional(),
  folder: folder.optional(),
  kind: kind.optional(),
  archived: z.boolean().optional(),
})
export const saveClause = z.object({
  name,
  body: z.array(block).min(1, 'Write the clause first.').max(200),
  /** The edition it was written on. */
  edition: z.number().int().nonnegative().default(0),
  archived: z.boolean().default(false),
  key: id.optional(),
})
export const exportAs = z.object({ as: z.enum(['pdf', 'docx', 'html', 'json']) })
export const bringIn = z.object({ name: z.string().min(1).max(255) })

/** Upwold’s own file of a template or a paper’s text. */
export const paperFile = z.object({
  upwold: z.literal('paper'),
  version: z.literal(1),
  kind,
  name: z.string().max(200),
  document: paperDocument,
})
export type PaperFile = z.infer<typeof paperFile>

export interface TemplateRow {
  id: string
  kind: string
  name: string
  folder: string
  edition: number
  updatedAt: string
  archivedAt: string | null
  used: number
  lastUsed: string | null
  /** A finished PDF with its marks. */
  marked: boolean
}
export interface ClauseText {
  id: string
  name: string
  edition: number
  body: Block[]
}
export interface TemplateView {
  id: string
  kind: string
  name: string
  folder: string
  edition: number
  revision: number
  archived: boolean
  /** A finished PDF with its marks: it lies on the marking table. */
  marked: boolean
  updatedAt: string
  document: PaperDocument
  /** When the edition was last made, or null when the template was never used. */
  used: string | null
  context: MergeContext
  figures: PaperFigures | null
  sample: { id: string; title: string } | null
  /** Clauses as they are now, and the earlier editions this template keeps. */
  clauses: ClauseText[]
  kept: ClauseText[]
}
/** Finds a template’s clauses among what came with it. */
export const clausesIn =
  ({ clauses, kept }: Pick<TemplateView, 'clauses' | 'kept'>) =>
  (id: string, edition?: number): ClauseText | undefined =>
    (edition === undefined ? undefined : kept.find((c) => c.id === id && c.edition === edition)) ??
    clauses.find((c) => c.id === id && (edition === undefined || c.edition === edition))
export interface VersionRow {
  id: string
  /** Null for what was set aside when two windows wrote at once. */
  edition: number | null
  by: string
  at: string
  used: number
}
export interface ClauseRow {
  id: string
  name: string
  edition: number
  updatedAt: string
  archived: boolean
  templates: number
}
export interface ClauseView {
  id: string
  name: string
  edition: number
  body: Block[]
  archived: boolean
  templates: { id: string; name: string; follows: boolean }[]
  editions: { edition: number; by: string; at: string; body: Block[] }[]
}
/** What came out of a file, before it is kept. */
export interface Brought {
  name: string
  kind: (typeof paperKinds)[number]
  document: PaperDocument
  left: string[]
  blanks: Blank[]
}
