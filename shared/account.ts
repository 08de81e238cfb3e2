import { z } from 'zod'

/** Signing in. */
export const signInWith = z.object({
  email: z.string().min(1, 'Give your e-mail address.').max(320),
  password: z.string().min(1, 'Give your password.').max(200),
})
/** Taking a device back that was handed over. */
export const takeBack = z.object({ pin: z.string().min(1, 'Give your PIN.').max(20) })
