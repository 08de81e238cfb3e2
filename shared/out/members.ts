import { z } from 'zod'
import { rights, roles } from '../../core/members/rights'

export const memberRow = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: z.enum(roles),
  /** What they may do. */
  may: z.array(z.enum(rights)),
  /** More or less than their role begins with. */
  own: z.boolean(),
  /** They have chosen their password. */
  come: z.boolean(),
  you: z.boolean(),
})
/** Whoever is signed in. */
export const me = memberRow.pick({ id: true, name: true, role: true, may: true })
export type MemberRow = z.output<typeof memberRow>
export const memberList = z.object({ members: z.array(memberRow) })
/** Whose door a link opens. */
export const doorView = z.object({ name: z.string(), business: z.string(), purpose: z.enum(['invited', 'forgotten']) })
export type DoorView = z.output<typeof doorView>
/** How somebody proves who they are. */
export const waysIn = z.object({
  second: z.boolean(),
  spare: z.number(),
  passkeys: z.array(
    z.object({ id: z.string(), name: z.string(), createdAt: z.string(), usedAt: z.string().nullable() }),
  ),
})
export type WaysIn = z.output<typeof waysIn>
/** What an authenticator is shown to begin with. */
export const secondBegun = z.object({ address: z.string(), secret: z.string(), sealed: z.string() })
export type SecondBegun = z.output<typeof secondBegun>
export const spareCodes = z.object({ codes: z.array(z.string()) })
/** What a browser hands to its authenticator (WebAuthn, level 3). */
export const passkeyAsk = z.object({ options: z.looseObject({ challenge: z.string() }) })
