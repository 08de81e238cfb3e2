import { z } from 'zod'

export const memberRow = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: z.enum(['owner', 'staff']),
  /** They have chosen their password. */
  come: z.boolean(),
  you: z.boolean(),
})
export type MemberRow = z.output<typeof memberRow>
export const memberList = z.object({ members: z.array(memberRow) })
/** Whose door a link opens. */
export const doorView = z.object({ name: z.string(), business: z.string(), purpose: z.enum(['invited', 'forgotten']) })
export type DoorView = z.output<typeof doorView>
