import { z } from 'zod'
import { HOLDS } from '../../core/visits/holds'
import { block, paperDocument } from '../../core/document/model'
import { mergeContext, paperFigures, paperKind, blank } from '../shapes'

export const templateRow = z.object({
  id: z.string(),
  kind: z.string(),
  name: z.string(),
  folder: z.string(),
  edition: z.number(),
  updatedAt: z.string(),
  archivedAt: z.string().nullable(),
  used: z.number(),
  lastUsed: z.string().nullable(),
  /** A finished PDF with its marks. */
  marked: z.boolean(),
  /** By its first letters. */
  language: z.string(),
  /** The template it says the same as, in another language; and whether that one says more by now. */
  languageOf: z.string().nullable(),
  behind: z.boolean(),
  /** Whom papers made from it are for. */
  target: z.enum(['clients', 'staff']),
})
export type TemplateRow = z.output<typeof templateRow>

export const clauseText = z.object({
  id: z.string(),
  name: z.string(),
  edition: z.number(),
  body: z.array(block),
})
export type ClauseText = z.output<typeof clauseText>

export const templateView = z.object({
  id: z.string(),
  kind: z.string(),
  name: z.string(),
  folder: z.string(),
  /** How long one that was signed holds. */
  holds: z.enum(HOLDS),
  target: z.enum(['clients', 'staff']),
  edition: z.number(),
  revision: z.number(),
  archived: z.boolean(),
  /** A finished PDF with its marks: it lies on the marking table. */
  marked: z.boolean(),
  updatedAt: z.string(),
  document: paperDocument,
  /** When the edition was last made, or null when the template was never used. */
  used: z.string().nullable(),
  context: mergeContext,
  figures: paperFigures.nullable(),
  sample: z
    .object({
      id: z.string(),
      title: z.string(),
    })
    .nullable(),
  /** Clauses as they are now, and the earlier editions this template keeps. */
  clauses: z.array(clauseText),
  kept: z.array(clauseText),
})
export type TemplateView = z.output<typeof templateView>

/** What a template said at an earlier revision. */
export const templateStep = z.object({ revision: z.number(), document: paperDocument })
export type TemplateStep = z.output<typeof templateStep>

export const versionRow = z.object({
  id: z.string(),
  /** Null for what was set aside when two windows wrote at once. */
  edition: z.number().nullable(),
  by: z.string(),
  at: z.string(),
  used: z.number(),
})
export type VersionRow = z.output<typeof versionRow>

export const clauseRow = z.object({
  id: z.string(),
  name: z.string(),
  edition: z.number(),
  updatedAt: z.string(),
  archived: z.boolean(),
  templates: z.number(),
})
export type ClauseRow = z.output<typeof clauseRow>

export const clauseView = z.object({
  id: z.string(),
  name: z.string(),
  edition: z.number(),
  body: z.array(block),
  archived: z.boolean(),
  templates: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      follows: z.boolean(),
    }),
  ),
  editions: z.array(
    z.object({
      edition: z.number(),
      by: z.string(),
      at: z.string(),
      body: z.array(block),
    }),
  ),
})
export type ClauseView = z.output<typeof clauseView>

/** What came out of a file, before it is kept. */
export const brought = z.object({
  name: z.string(),
  kind: paperKind,
  document: paperDocument,
  left: z.array(z.string()),
  blanks: z.array(blank),
  /** How many changes are tracked in it, and by whom. */
  changes: z.object({ count: z.number(), by: z.array(z.string()) }),
})
export type Brought = z.output<typeof brought>
