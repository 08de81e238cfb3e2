import { z } from 'zod'
import { tieKinds } from '../../core/people/ties'
import { stop, stopState } from '../shapes'
import { contactView } from './jobs'

const amount = z.number()
/** Everything there is of one person, for themselves: amounts in minor units of `currency`. */
export const personData = z.object({
  upwold: z.literal('person'),
  version: z.literal(1),
  taken: z.iso.datetime(),
  business: z.string(),
  currency: z.string(),
  person: contactView.extend({ since: z.string(), notes: z.string(), tags: z.array(z.string()) }),
  /** Where they work, whose guardian they are, and the other way round. */
  ties: z.array(z.object({ kind: z.enum(tieKinds), way: z.enum(['from', 'to']), name: z.string(), words: z.string() })),
  consents: z.array(
    z.object({
      words: z.string(),
      givenOn: z.string(),
      by: z.string(),
      until: z.string().nullable(),
      withdrawnOn: z.string().nullable(),
    }),
  ),
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
  /** Letters of theirs that came in, and what came back from their address. */
  letters: z.array(
    z.object({ at: z.string(), kind: z.string(), from: z.string(), subject: z.string(), text: z.string() }),
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

/** Somebody tied to a person, and as what; `way` is which of the two they are. */
export const tieView = z.object({
  id: z.string(),
  kind: z.enum(tieKinds),
  way: z.enum(['from', 'to']),
  other: z.object({ id: z.string(), name: z.string(), kind: z.enum(['person', 'organisation']) }),
  words: z.string(),
})
export type TieView = z.output<typeof tieView>
export const consentView = z.object({
  id: z.string(),
  words: z.string(),
  givenOn: z.string(),
  by: z.string(),
  until: z.string().nullable(),
  withdrawnOn: z.string().nullable(),
})
export type ConsentView = z.output<typeof consentView>

/** A person's page, but for the thread. */
export const personView = z.object({
  person: contactView.extend({
    since: z.string(),
    notes: z.string(),
    supplier: z.boolean(),
    /** The member they are; their name where it is another. */
    member: z.object({ id: z.string(), name: z.string() }).nullable(),
    tags: z.array(z.string()),
  }),
  /** The one they turned out to be, where they did. */
  mergedInto: z.object({ id: z.string(), name: z.string() }).nullable(),
  forgotten: z.boolean(),
  /** How many jobs as the client, how many visits; amounts only for whoever may see money. */
  sums: z.object({ jobs: z.number(), visits: z.number(), paid: z.number().nullable(), open: z.number().nullable() }),
  currency: z.string(),
  today: z.string(),
  timeZone: z.string(),
  /** What is open between them and the business, the business's own moves first. */
  between: z.array(
    z.object({
      state: stopState,
      words: z.string(),
      detail: z.string(),
      jobId: z.string().nullable(),
      title: z.string(),
    }),
  ),
  /** Their jobs, what comes first, each with its line. */
  jobs: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      day: z.string().nullable(),
      house: z.boolean(),
      stops: z.array(stop),
    }),
  ),
  ties: z.array(tieView),
  consents: z.array(consentView),
  /** Papers that were signed and still hold for them. */
  good: z.array(z.object({ paperId: z.string(), jobId: z.string(), title: z.string(), until: z.string().nullable() })),
  tasks: z.array(z.object({ id: z.string(), words: z.string(), day: z.string().nullable() })),
  /** Those who were taken for somebody else and can still be told apart again. */
  merged: z.array(z.object({ id: z.string(), name: z.string(), at: z.string(), by: z.string(), until: z.string() })),
  /** Their own page: when its address was sent and seen last; null where there is none. */
  own: z.object({ sentAt: z.string().nullable(), seenAt: z.string().nullable(), seenOn: z.string() }).nullable(),
})
export type PersonView = z.output<typeof personView>

export const threadParts = ['all', 'papers', 'money', 'messages', 'visits', 'notes'] as const
/** Everything with a person in one order, the newest first. */
export const personThread = z.object({
  rows: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      words: z.string(),
      detail: z.string(),
      state: stopState.nullable(),
      job: z.object({ id: z.string(), title: z.string() }).nullable(),
      paperId: z.string().nullable(),
    }),
  ),
  next: z.string().nullable(),
})
export type PersonThread = z.output<typeof personThread>

/** What taking two for one would do. */
export const sameLook = z.object({
  /** Facts that differ: what each says. */
  facts: z.array(z.object({ key: z.string(), label: z.string(), kept: z.string(), gone: z.string() })),
  /** What moves over, in words: `3 jobs`, `12 papers`. */
  moves: z.array(z.string()),
  /** Why it can't be; empty where it can. */
  against: z.string(),
})
export type SameLook = z.output<typeof sameLook>
