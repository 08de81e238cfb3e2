import { z } from 'zod'
import { HEARD } from '../rounds'
import { roles } from '../../core/members/rights'
import { me } from './members'
import { content, factRule, paymentPlan, invoiceWhen, language, minor, preflightNote, priceBreak } from '../shapes'
import { signatureMark } from '../signing'
import { clauseRow, templateRow } from './library'

/** What routes give back that is no screen of its own: what was made, where to go, how it ended. */

export const done = z.object({ ok: z.literal(true) })
export const made = z.object({ id: z.string() })
/** Where the browser goes from here. */
export const onward = z.object({ path: z.string() })
export const link = z.object({ url: z.string() })
/** An address to hand over; null where it went by mail. */
export const handedLink = z.object({ url: z.string().nullable() })
export const names = z.object({ names: z.array(z.string()).optional() })
export const revision = z.object({ revision: z.number() })
export const markedRevision = revision.extend({ preflight: z.array(preflightNote) })
export const version = z.object({ version: z.number() })
export const clauseMade = made.extend({ edition: z.number() })
export const health = z.object({ ok: z.boolean(), outbox: z.object({ waiting: z.number(), failed: z.number() }) })
export const outcome = z.object({ outcome: z.enum(['booked', 'known', 'noted', 'disputed']) })
export const given = z.object({ value: z.string() })
export const already = z.object({ already: z.boolean() })
export const sent = z.object({ sent: z.boolean() })
/** A picture that was taken in, by its SHA-256. */
export const takenPicture = z.object({ sha: z.string() })
export const booked = z.object({ booked: z.boolean() })
export const guestMade = z.object({ contactId: z.string() })
export const roundSent = z.object({ roundId: z.string() })
export const roundKept = z.object({ templateId: z.string() })
export const codeSent = z.object({ to: z.string(), wait: z.number() })
export const challenge = z.object({ id: z.string(), hold: z.enum(['high', 'low']), seconds: z.number() })
export const pictureKept = z.object({ mark: signatureMark, ticket: z.string() })
export const ended = z.object({ ended: z.number() })
export const handedOver = z.object({ member: z.string() })
export const drawingView = z.object({ name: z.string(), language })
export const shown = z.object({ text: z.string() })

/** Whoever is signed in, and what there is here. */
export const sessionView = z.object({
  member: me.nullable(),
  /** The device is handed over; the screen is a pad. */
  handover: z.boolean(),
  pad: z.boolean(),
  business: z
    .object({
      name: z.string(),
      email: z.string(),
      currency: z.string(),
      timeZone: z.string(),
      locale: z.string(),
      taxRate: z.string(),
      /** 1 for Monday to 7 for Sunday. */
      weekStart: z.number(),
      language,
    })
    .nullable(),
  standins: z.array(z.enum(['cards', 'identity', 'post', 'times', 'neighbour'])),
  postRoomOpens: z.boolean().optional(),
  noMail: z.boolean().optional(),
  /** There is a business here. */
  begun: z.boolean(),
})
export const signedIn = z.object({ member: me })
export const sessionRow = z.object({
  id: z.string(),
  name: z.string(),
  own: z.boolean(),
  here: z.boolean(),
  kind: z.enum(['member', 'handover', 'pad']),
  device: z.string(),
  address: z.string(),
  createdAt: z.string(),
  seenAt: z.string(),
})
export const securityRow = z.object({
  id: z.number(),
  at: z.string(),
  kind: z.enum(['sign-in', 'refusal', 'setting', 'post-room', 'export', 'handover']),
  memberId: z.string().nullable(),
  who: z.string(),
  words: z.string(),
  address: z.string(),
  device: z.string(),
})
export const settingsView = z.object({
  checked: z.array(z.enum(roles)),
  quiet: z.object({ from: z.string(), to: z.string() }),
  thanks: z.string(),
  locale: z.string(),
  taxRate: z.string(),
  byMail: z.array(z.enum(HEARD)),
})

export const messageRow = z.object({
  id: z.string(),
  channel: z.enum(['mail', 'text']),
  to: z.string(),
  subject: z.string(),
  at: z.string(),
})
export const messageView = messageRow.extend({
  key: z.string(),
  from: z.string(),
  text: z.string(),
  html: z.string(),
  /** Its Message-ID, without brackets. */
  messageId: z.string(),
  attachments: z.array(z.string()),
  /** Whether there is something in it that the owner may open where the post room is all the post there is. */
  closed: z.boolean(),
})

export const pageTexts = z.array(
  z.object({
    page: z.number(),
    w: z.number(),
    h: z.number(),
    pieces: z.array(
      z.object({
        x: z.number(),
        y: z.number(),
        w: z.number(),
        h: z.number(),
        text: z.string(),
        size: z.number(),
        bold: z.boolean(),
      }),
    ),
    ys: z.array(z.number()),
    xs: z.array(z.number()),
  }),
)

/** A round's chain, to be checked by anybody. */
export const paperEvents = z.object({
  round: z.string(),
  algorithm: z.string(),
  events: z.array(
    z.object({
      round: z.string(),
      seq: z.number(),
      at: z.string(),
      type: z.string(),
      actor: z.unknown(),
      data: z.unknown(),
      prev: z.string(),
      hash: z.string(),
    }),
  ),
})

export const library = z.object({
  kinds: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      position: z.number(),
      settings: z.object({
        expects: z.object({
          quote: z.boolean(),
          contract: z.boolean(),
          waivers: z.boolean(),
          invoice: invoiceWhen,
        }),
        templates: z.object({
          quote: z.string().optional(),
          contract: z.string().optional(),
          waiver: z.string().optional(),
        }),
        facts: z.array(factRule),
        plan: paymentPlan,
        pricesIncludeTax: z.boolean(),
        usual: z.object({ startTime: z.string(), hours: z.number() }),
        made: z.object({ contract: z.enum(['accepted', 'hand']), waiver: z.enum(['agreed', 'hand']) }).optional(),
        checkWith: z.string().nullable().optional(),
        stageInvoices: z.boolean().optional(),
      }),
    }),
  ),
  catalogue: z.array(
    z.object({
      id: z.string(),
      description: z.string(),
      unit: z.string(),
      unitPrice: minor,
      taxRate: z.string(),
      clientQuantity: z.object({ min: z.string(), max: z.string(), step: z.string() }).nullable(),
      position: z.number(),
      code: z.string(),
      group: z.string(),
      words: z.partialRecord(language, z.object({ description: z.string(), unit: z.string() })),
      prices: z.array(z.object({ from: z.string(), unitPrice: minor })),
      breaks: z.array(priceBreak),
      contents: z.array(content),
      stock: z.number().nullable(),
      picture: z.string().nullable(),
    }),
  ),
  templates: z.array(templateRow),
  clauses: z.array(clauseRow),
})
export type LibraryView = z.output<typeof library>
/** The paper a client has to sign for it; null where it was done at once. */
export const perhapsPaper = z.object({ paper: z.string().nullable() })
