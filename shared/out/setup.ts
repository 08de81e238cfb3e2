import { z } from 'zod'

/** What the first start can choose from, and what each starter set brings. */
export const setupView = z.object({
  sets: z.array(
    z.object({
      id: z.string(),
      /** By language of the set. */
      name: z.record(z.string(), z.string()),
      kinds: z.number(),
      papers: z.number(),
      items: z.number(),
      /** Something it sells, by language, and its price in minor units. */
      sample: z.object({ words: z.record(z.string(), z.string()), price: z.number() }).nullable(),
    }),
  ),
})
export type SetupView = z.output<typeof setupView>
/** Whether a letter was taken by the mail server; else why not, in words. */
export const mailTried = z.object({ taken: z.boolean(), words: z.string() })
export type MailTried = z.output<typeof mailTried>
