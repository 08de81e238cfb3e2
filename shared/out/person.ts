import { z } from 'zod'
import { contactView } from './jobs'

const amount = z.number()
/** Everything there is of one person, for themselves: amounts in minor units of `currency`. */
export const personData = z.object({
  upwold: z.literal('person'),
  version: z.literal(1),
  taken: z.iso.datetime(),
  business: z.string(),
  currency: z.string(),
  person: contactView.extend({ since: z.string(), tags: z.array(z.string()) }),
  /** Tasks that were about them. */
  tasks: z.array(z.object({ words: z.string(), day: z.string().nullable(), doneAt: z.string().nullable() })),
  jobs: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      kind: z.string(),
      as: z.enum(['client', 'guest']),
      starts: z.string().nullable(),
      place: z.string(),
      facts: z.record(z.string(), z.string()),
      notes: z.string(),
      agreedOn: z.string().nullable(),
      payments: z.array(z.object({ stage: z.string(), amount, method: z.string(), at: z.string() })),
      invoices: z.array(z.object({ number: z.string(), issuedOn: z.string() })),
      /** What they answered by standing links. */
      answers: z.array(
        z.object({
          at: z.string(),
          link: z.string(),
          answers: z.record(z.string(), z.union([z.string(), z.boolean()])),
        }),
      ),
      visits: z.array(
        z.object({ at: z.string(), kind: z.string(), by: z.string(), words: z.string(), accompanied: z.boolean() }),
      ),
      thread: z.array(z.object({ at: z.string(), words: z.string(), detail: z.string() })),
    }),
  ),
  /** Where they stood in rounds, and what they did there, as the chain has it. */
  papers: z.array(
    z.object({
      title: z.string(),
      job: z.string(),
      party: z.string(),
      part: z.string(),
      name: z.string(),
      email: z.string(),
      sent: z.string(),
      state: z.string(),
      done: z.array(z.object({ at: z.string(), type: z.string(), data: z.unknown() })),
    }),
  ),
  messages: z.array(
    z.object({ at: z.string(), channel: z.string(), to: z.string(), subject: z.string(), text: z.string() }),
  ),
})
export type PersonData = z.output<typeof personData>

/** What forgetting somebody would do. */
export const forgetLook = z.object({
  /** Why it can’t be done yet. */
  against: z.array(z.string()),
  /** What has to be kept with their name on it. */
  kept: z.object({ papers: z.number(), invoices: z.number() }),
})
export type ForgetLook = z.output<typeof forgetLook>
