import { z } from 'zod'
import { newPassword, newPin } from './setup'
import { requiredLine } from './text'

export const memberRoles = ['owner', 'staff'] as const
export const inviteMember = z.object({
  name: requiredLine(120, 'The name'),
  email: z.email('Give an e-mail address such as name@business.example.').max(320),
  role: z.enum(memberRoles),
})
/** Only what is given changes. */
export const changeMember = inviteMember.pick({ name: true, role: true }).partial()
export const forgotten = inviteMember.pick({ email: true })
/** What is chosen behind a member's link; the PIN where there is none yet. */
export const enterWith = z.object({ password: newPassword, pin: newPin.nullable().default(null) })
const current = z.string().min(1, 'Give the password you have now.').max(200)
export const ownPassword = z.object({ current, password: newPassword })
export const ownPin = z.object({ current, pin: newPin })
