import { z } from 'zod'
import { minor } from './shapes'

/** The figures of the Money screen that open. */
export const moneyFigures = ['quoted', 'agreed', 'invoiced', 'paid', 'held', 'due', 'overdue', 'coming'] as const
export type MoneyFigure = (typeof moneyFigures)[number]
export const figureQuery = z.object({ of: z.enum(moneyFigures), after: z.string().max(700).optional() })

/** A row a figure is made of: of a job, a stage of one, an invoice or a credit note. */
export const figureRow = z.object({
  key: z.string(),
  jobId: z.string(),
  title: z.string(),
  client: z.string(),
  /** The day of the job, or on which it falls due or was issued; empty where there is none yet. */
  day: z.string(),
  words: z.string(),
  amount: minor,
  papers: z.array(z.object({ title: z.string(), to: z.string() })),
})
export type FigureRow = z.output<typeof figureRow>
export const figureRows = z.object({ rows: z.array(figureRow), next: z.string().nullable() })
export type FigureRows = z.output<typeof figureRows>
