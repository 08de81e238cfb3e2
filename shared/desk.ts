import { z } from 'zod'
import { documentKinds } from '../core/identity/read'
import { markKinds } from '../core/visits/visit'
import { prose } from './text'

const id = z.string().min(1).max(60)
/** What was marked at the desk; ids and times are the device's own, so that they can be sent again. */
export const deskMarks = z.object({
  marks: z
    .array(
      z.object({
        id,
        jobId: id,
        contactId: id,
        kind: z.enum(markKinds),
        at: z.iso.datetime('Say when it was, as an instant.'),
        words: prose(500).default(''),
        /** Who came with them; only of somebody who is here. */
        withId: id.nullable().default(null),
      }),
    )
    .min(1)
    .max(200),
})
/** Somebody signs their paper now: on the device here, or by a link on a phone of their own. */
export const deskSign = z.object({
  jobId: id,
  contactId: id,
  /** Who signs for them, where they are under age. */
  guardianId: id.nullable().default(null),
  /** Further children the same guardian signs for in the same go. */
  also: z.array(id).max(7).default([]),
  how: z.enum(['device', 'link', 'pad']),
  /** Which pad it is shown on. */
  padId: id.nullable().default(null),
})
/** What stands on the screen that is to be a pad. */
export const padCode = z.object({ code: z.string().max(40) })
export const deskDay = z.object({ day: z.iso.date().optional() })
export const deskList = z.object({ day: z.iso.date().optional(), job: id.optional() })
/** What is kept of a document that was scanned, beside the name on it: the day of birth, and that it was shown. */
export const SCAN_KEEPS = ['born', 'document'] as const
/** How the front desk works. */
export const deskSettings = z.object({
  keeps: z.array(z.enum(SCAN_KEEPS)).max(SCAN_KEEPS.length),
  badges: z.boolean(),
})
export type DeskSettings = z.output<typeof deskSettings>
/** A document of somebody who comes was looked at: what it was, and until when it is good. */
export const documentShown = z.object({
  jobId: id,
  contactId: id,
  kind: z.enum(documentKinds),
  until: z.iso.date().nullable(),
})
export const badgeOf = z.object({ job: id, contact: id })
