import { z } from 'zod'

/** What somebody looked at before they sent it: `seen` as the paper’s page had it, `plan` the version of the round’s plan. */
export const looked = { seen: z.string().length(64), plan: z.number().int().min(0) }
