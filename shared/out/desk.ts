import { z } from 'zod'
import { documentKinds } from '../../core/identity/read'
import { markKinds } from '../../core/visits/visit'
import { deskSettings } from '../desk'
import { language, stopState } from '../shapes'
import { drawnLook } from './settings'

const state = z.enum(markKinds)
export const deskVisit = z.object({
  jobId: z.string(),
  contactId: z.string(),
  name: z.string(),
  /** What stands in their confirmation. */
  code: z.string(),
  age: z.number().nullable(),
  /** The time it begins, of the clock there; empty where the job goes on since a day before. */
  time: z.string(),
  state,
  since: z.string().nullable(),
  /** When they came, also after they have gone. */
  cameAt: z.string().nullable(),
  by: z.string().nullable(),
  /** Why they were turned away, or went in without a paper. */
  words: z.string(),
  step: z.enum(['sign', 'guardian', 'started', 'refused', 'ready']),
  mark: stopState,
  paperId: z.string().nullable(),
  /** Why they didn't agree. */
  reason: z.string(),
  guardian: z.string().nullable(),
  /** When what they signed was signed; before this visit where it holds from then. */
  signedAt: z.string().nullable(),
  holds: z.boolean(),
  /** Who came with them. */
  with: z.string().nullable(),
})
export type DeskVisit = z.output<typeof deskVisit>
const counts = z.object({
  all: z.number(),
  expected: z.number(),
  here: z.number(),
  gone: z.number(),
  away: z.number(),
  toSign: z.number(),
})
export const deskView = z.object({
  day: z.string(),
  today: z.string(),
  sessions: z.array(
    z.object({
      jobId: z.string(),
      title: z.string(),
      time: z.string(),
      place: z.string(),
      /** How many may come; null where nothing is said. */
      places: z.number().nullable(),
      counts,
    }),
  ),
  visits: z.array(deskVisit),
  counts,
  settings: deskSettings,
})
export type DeskView = z.output<typeof deskView>
/** What was read from a picture taken at the desk: the code of a visit, or the document of somebody; nothing of the picture is kept. */
export const deskScan = z.object({
  code: z.string().nullable(),
  document: z
    .object({
      given: z.string(),
      family: z.string(),
      kind: z.enum(documentKinds),
      born: z.string().nullable(),
      expires: z.string().nullable(),
      badDigits: z.array(z.string()),
    })
    .nullable(),
})
export type DeskScan = z.output<typeof deskScan>
/** How a screen stands that is a pad or may become one; `shown` is new whenever something else is sent there. */
export const padView = z.object({
  state: z.enum(['none', 'offered', 'taken', 'idle', 'shows']),
  shown: z.string().nullable(),
  business: z.object({ name: z.string(), language, look: drawnLook }).nullable(),
})
export type PadView = z.output<typeof padView>
/** With the code to show, where it was offered just now. */
export const padBegun = padView.extend({ code: z.string().nullable() })
export const deskPad = z.object({
  id: z.string(),
  /** Whether its screen has begun. */
  begun: z.boolean(),
  /** Who stands before it. */
  personId: z.string().nullable(),
  who: z.string().nullable(),
})
export type DeskPad = z.output<typeof deskPad>
export const scanSpecimens = z.object({ specimens: z.array(z.object({ name: z.string(), text: z.string() })) })

/** Whose turn it is on this device, and the address to show as a QR code where it is signed on another. */
export const deskSigning = z.object({ personId: z.string(), url: z.string().nullable() })

/** A visit of a person or a job as it is looked back at. */
export const pastVisit = z.object({
  jobId: z.string(),
  contactId: z.string(),
  title: z.string(),
  name: z.string(),
  day: z.string().nullable(),
  state,
  cameAt: z.string().nullable(),
  since: z.string().nullable(),
  by: z.string().nullable(),
  words: z.string(),
  with: z.string().nullable(),
})
export type PastVisit = z.output<typeof pastVisit>
