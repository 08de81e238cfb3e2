import { z } from 'zod'
import { encodings } from '../core/tables/table'

/** The most bytes a file of records may have. */
export const FILE_BYTES = 8_000_000
const sha = z.string().regex(/^[0-9a-f]{64}$/)
export const taken = z.object({ sha })

/** A file that was given, and how it is read: where it isn't said, as it is likely meant. */
export const lookAtFile = <M extends string>(means: readonly [M, ...M[]]) =>
  z.object({
    sha,
    encoding: z.enum(encodings).optional(),
    means: z.array(z.enum(means)).max(100).optional(),
  })
/** How it is brought in. */
export const bringing = {
  /** Makes it the same however often it is asked. */
  key: z.string().regex(/^[\w-]{8,60}$/),
  /** What is done with what is there already: nothing, or it is filled in or put right. */
  same: z.enum(['leave', 'fill']),
}

export const VERDICTS = ['new', 'same', 'repeated', 'wrong'] as const
/** What would become of a file, before anything is kept. */
export const fileLook = z.object({
  of: z.enum(['csv', 'vcard', 'icalendar']),
  encoding: z.enum(encodings),
  columns: z.array(z.object({ head: z.string(), means: z.string(), samples: z.array(z.string()) })),
  counts: z.record(z.enum(VERDICTS), z.number()),
  /** The first of them, and all that can’t be brought in up to a hundred. */
  rows: z.array(
    z.object({
      /** Its line in the table, or its place in the file. */
      n: z.number(),
      /** What it would say, as many as its kind shows. */
      cells: z.array(z.string()),
      verdict: z.enum(VERDICTS),
      /** Why it can’t be brought in, or what it is already. */
      why: z.string(),
    }),
  ),
  /** Entries that could not be read at all. */
  left: z.number(),
})
export type FileLook = z.output<typeof fileLook>
export const brought = z.object({ id: z.string(), added: z.number(), filled: z.number(), left: z.number() })
export type Brought = z.output<typeof brought>
export const broughtUndone = z.object({ removed: z.number(), kept: z.number() })
export type BroughtUndone = z.output<typeof broughtUndone>
export const importsView = z.object({
  imports: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      by: z.string(),
      added: z.number(),
      filled: z.number(),
      undoneAt: z.string().nullable(),
    }),
  ),
})
export type ImportsView = z.output<typeof importsView>
