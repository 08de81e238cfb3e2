import { z } from 'zod'

export type SheetCell = string | number | null
export const tableKinds = ['csv', 'xlsx'] as const
/** A list as a file: for spreadsheets in either way. */
export const listAs = z.object({ as: z.enum(tableKinds).default('csv') })
export type TableKind = (typeof tableKinds)[number]
