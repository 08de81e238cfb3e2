import { z } from 'zod'
import { minor } from './shapes'
import { line } from './text'

/** What stands on each account, and tax by rate and month. */
export const ledgerView = z.object({
  currency: z.string(),
  /** The last month that takes nothing in any more. */
  closedTo: z.string().nullable(),
  accounts: z.array(z.object({ account: z.string(), balance: minor, number: z.string() })),
  taxes: z.array(z.object({ month: z.string(), rate: z.string(), net: minor, tax: minor })),
})
export type LedgerView = z.output<typeof ledgerView>

export const ledgerRows = z.object({
  rows: z.array(
    z.object({
      id: z.number(),
      day: z.string(),
      words: z.string(),
      jobId: z.string().nullable(),
      job: z.string(),
      client: z.string(),
      amount: minor,
    }),
  ),
  next: z.string().nullable(),
})
export type LedgerRows = z.output<typeof ledgerRows>

const account = z.string().regex(/^(owed|bank|card|cash|held|credit|damages|(revenue|tax) \d{1,3}(\.\d{1,4})?)$/)
export const ledgerRowsQuery = z.object({
  account,
  from: z.iso.date().optional(),
  to: z.iso.date().optional(),
  after: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}\|\d{1,12}$/)
    .optional(),
})
export const journalQuery = z.object({ from: z.iso.date(), to: z.iso.date() })
/** How an e-invoice is written: OASIS UBL 2.1, or UN/CEFACT CII. */
export const xmlAs = z.object({ as: z.enum(['ubl', 'cii']) })
const month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Give a month.')
/** The last month that is closed; null where none is. */
export const closeMonths = z.object({ to: month.nullable() })
/** The bookkeeper's own number of an account; empty for none. */
export const accountNumbers = z.object({ numbers: z.record(account, line(20)) })
