import { z } from 'zod'

/** Signing in. */
export const signInWith = z.object({
  email: z.string().min(1, 'Give your e-mail address.').max(320),
  password: z.string().min(1, 'Give your password.').max(200),
  /** Of the authenticator, or one of the spare ones, where the member has set that. */
  code: z.string().trim().max(20).optional(),
})
/** Taking a device back that was handed over. */
export const takeBack = z.object({ pin: z.string().min(1, 'Give your PIN.').max(20) })
