import { z } from 'zod'
import { rights, roles } from '../core/members/rights'
import { newPassword, newPin } from './setup'
import { requiredLine } from './text'

export const inviteMember = z.object({
  name: requiredLine(120, 'The name'),
  email: z.email('Give an e-mail address such as name@business.example.').max(320),
  role: z.enum(roles),
})
/** Only what is given changes; `may` null for what the role says. */
export const changeMember = inviteMember
  .pick({ name: true, role: true })
  .extend({ may: z.array(z.enum(rights)).max(rights.length).nullable() })
  .partial()
/** Who takes over what waits for a member who is taken out. */
export const takesOver = z.object({ to: z.string().max(60).optional() })
export const forgotten = inviteMember.pick({ email: true })
/** What is chosen behind a member's link; the PIN where there is none yet. */
export const enterWith = z.object({
  password: newPassword,
  pin: newPin.nullable().default(null),
  code: z.string().trim().max(20).optional(),
})
const current = z.string().min(1, 'Give the password you have now.').max(200)
export const ownPassword = z.object({ current, password: newPassword })
export const ownPin = z.object({ current, pin: newPin })
/** Turns the authenticator on: what it was shown, and a code it made of that. */
export const secondOn = z.object({
  current,
  sealed: z.string().max(600),
  code: z
    .string()
    .trim()
    .regex(/^\d{6}$/, 'Give the six digits your authenticator shows.'),
})
export const secondOff = z.object({ current })
/** What a browser made of what it was asked; the standard's own library reads it. */
const response = z.looseObject({ id: z.string().min(1).max(2000) })
/** A key of one's own device. */
export const newPasskey = z.object({ current, name: requiredLine(60, 'What this device is called'), response })
/** What is asked before the device is. */
export const passkeyFor = newPasskey.omit({ response: true })
export const passkeyIn = z.object({ response })
