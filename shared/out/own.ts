import { z } from 'zod'
import { languages } from '../../core/text/language'
import { minor, stopState } from '../shapes'
import { drawnLook } from './settings'

const at = { jobId: z.string(), job: z.string(), day: z.string().nullable() }
/** Something new since the page was seen before. */
const fresh = z.boolean()

export const ownContents = z.object({
  name: z.string(),
  /** What is to be read and signed: by which place. */
  toSign: z.array(z.object({ place: z.string(), title: z.string(), by: z.string().nullable(), fresh, ...at })),
  toPay: z.array(
    z.object({
      stage: z.string(),
      label: z.string(),
      amount: minor,
      dueOn: z.string(),
      late: z.boolean(),
      byCard: z.boolean(),
      coming: z.boolean(),
      ...at,
    }),
  ),
  bank: z.string(),
  /** What they did that waits for others. */
  withUs: z.array(z.object({ title: z.string(), who: z.string(), ...at })),
  agreed: z.array(
    z.object({
      ...at,
      ends: z.string().nullable(),
      people: z.number().nullable(),
      total: minor,
      state: stopState,
    }),
  ),
  /** Waivers that hold for the next visit too. */
  holds: z.array(z.object({ title: z.string(), until: z.string().nullable() })),
  visits: z.array(z.object({ ...at, starts: z.string(), place: z.string() })),
  papers: z.array(z.object({ id: z.string(), title: z.string(), at: z.string(), fresh, job: z.string() })),
  invoices: z.array(
    z.object({
      id: z.string(),
      number: z.string(),
      on: z.string(),
      total: minor,
      fresh,
      credit: z.boolean(),
      job: z.string(),
    }),
  ),
  payments: z.array(z.object({ id: z.string(), day: z.string(), amount: minor, job: z.string() })),
  questions: z.array(z.object({ at: z.string(), words: z.string(), theirs: z.boolean() })),
  currency: z.string(),
  today: z.string(),
})
export type OwnContents = z.output<typeof ownContents>

export const ownView = z.object({
  business: z.object({ name: z.string(), email: z.string(), phone: z.string(), look: drawnLook }),
  language: z.enum(languages),
  /** Where a code goes, masked, while it isn't proved whose page it is. */
  to: z.string(),
  contents: ownContents.nullable(),
})
export type OwnView = z.output<typeof ownView>
