import { z } from 'zod'

export const answersQuery = z.object({
  after: z.string().max(400).optional(),
  /** Only papers with this in this column, or with it anywhere. */
  column: z.string().max(200).default(''),
  find: z.string().max(200).default(''),
})
export const answersView = z.object({
  template: z.object({ id: z.string(), name: z.string() }),
  /** What each column holds, of the newest papers. */
  columns: z.array(
    z.object({
      name: z.string(),
      type: z.enum(['tick', 'number', 'choice', 'text']),
      counts: z.array(z.object({ label: z.string(), n: z.number() })),
    }),
  ),
  /** How many the columns were told from. */
  counted: z.number(),
  rows: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      job: z.object({ id: z.string(), title: z.string(), day: z.string().nullable() }),
      who: z.string(),
      values: z.record(z.string(), z.string()),
    }),
  ),
  next: z.string().nullable(),
})
export type AnswersView = z.output<typeof answersView>

/** What records say otherwise than what was filled, of some papers. */
export const differsQuery = z.object({ papers: z.array(z.string().max(80)).min(1).max(60) })
export const differsView = z.object({
  rows: z.array(
    z.object({
      paperId: z.string(),
      path: z.string(),
      label: z.string(),
      now: z.string(),
      given: z.string(),
      /** The record says something else already. */
      conflict: z.boolean(),
    }),
  ),
})
export type DiffersView = z.output<typeof differsView>
