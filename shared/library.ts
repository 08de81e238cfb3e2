import type { ClauseText, TemplateView } from './out/library'
import { z } from 'zod'
import { HOLDS } from '../core/visits/holds'
import { block, paperDocument } from '../core/document/model'
import { templateKinds } from '../core/document/kinds'
import { languages } from '../core/text/language'
import { line, requiredLine } from './text'

const id = z.string().min(1).max(60)
const folder = line(60)
const name = requiredLine(120, 'The name')

export const newTemplate = z.object({
  name,
  kind: z.enum(templateKinds).default('form'),
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
  kind: z.enum(templateKinds).optional(),
  /** How long one that was signed holds. */
  holds: z.enum(HOLDS).optional(),
  /** Whom papers made from it are for. */
  target: z.enum(['clients', 'staff']).optional(),
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
/** What becomes of changes that are tracked in a file: as if all had been agreed to, none, or both shown as amendments are. */
export const changesHow = ['taken', 'refused', 'shown'] as const
export type Changes = (typeof changesHow)[number]
export const bringIn = z.object({ name: z.string().min(1).max(255), changes: z.enum(changesHow).default('taken') })

/** Upwold’s own file of a template or a paper’s text. */
export const paperFile = z.object({
  upwold: z.literal('paper'),
  version: z.literal(1),
  kind: z.enum(templateKinds),
  name: z.string().max(200),
  document: paperDocument,
})
export type PaperFile = z.infer<typeof paperFile>

/** Finds a template’s clauses among what came with it. */
export const clausesIn =
  ({ clauses, kept }: Pick<TemplateView, 'clauses' | 'kept'>) =>
  (id: string, edition?: number): ClauseText | undefined =>
    (edition === undefined ? undefined : kept.find((c) => c.id === id && c.edition === edition)) ??
    clauses.find((c) => c.id === id && (edition === undefined || c.edition === edition))

export type { LibraryView } from './out/acts'
export type { TemplateRow, ClauseText, TemplateView, VersionRow, ClauseRow, ClauseView, Brought } from './out/library'

/** The same paper in another language. */
export const otherLanguage = z.object({ language: z.enum(languages) })
