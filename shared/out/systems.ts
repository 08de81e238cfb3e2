import { z } from 'zod'
import { occurrenceKinds } from '../../core/follow-ups/model'
import { feedParts, scopes, systemKinds } from '../systems'

export const tried = z.object({ at: z.string(), status: z.number(), ms: z.number(), said: z.string() })
export type Tried = z.output<typeof tried>
export const systemView = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(systemKinds),
  url: z.string(),
  user: z.string(),
  region: z.string(),
  events: z.array(z.enum(occurrenceKinds)),
  on: z.boolean(),
  /** Until when the secret before still signs; null where there is none. */
  overlap: z.string().nullable(),
  waiting: z.number(),
  refused: z.number(),
  done: z.number(),
})
export type SystemView = z.output<typeof systemView>
export const systemsView = z.object({
  rows: z.array(systemView),
  /** What a system can be told of, each with its name outside and in words. */
  events: z.array(z.object({ kind: z.enum(occurrenceKinds), name: z.string(), words: z.string() })),
  /** The address of the neighbour that stands in; null where there is none. */
  neighbour: z.string().nullable(),
})
export type SystemsView = z.output<typeof systemsView>
/** The secret is told once; null where there is none. */
export const systemMade = z.object({ id: z.string(), secret: z.string().nullable() })
export const rolled = z.object({ secret: z.string(), until: z.string() })

export const deliveryView = z.object({
  id: z.string(),
  what: z.string(),
  body: z.string(),
  job: z.object({ id: z.string(), title: z.string() }).nullable(),
  createdAt: z.string(),
  state: z.enum(['waiting', 'done', 'refused', 'given up']),
  tries: z.array(tried),
})
export const deliveriesView = z.object({
  rows: z.array(deliveryView),
  next: z.string().nullable(),
  timeZone: z.string(),
})
export type DeliveriesView = z.output<typeof deliveriesView>

export const tokenView = z.object({
  id: z.string(),
  name: z.string(),
  begins: z.string(),
  scopes: z.array(z.enum(scopes)),
  member: z.object({ id: z.string(), name: z.string(), gone: z.boolean() }),
  createdAt: z.string(),
  until: z.string().nullable(),
  usedAt: z.string().nullable(),
  usedFrom: z.string(),
})
export const tokensView = z.object({ rows: z.array(tokenView), mine: z.array(z.enum(scopes)), timeZone: z.string() })
export type TokensView = z.output<typeof tokensView>
export const tokenMade = z.object({ id: z.string(), token: z.string() })
export const feedView = z.object({
  url: z.string().nullable(),
  shows: z.array(z.enum(feedParts)),
  readAt: z.string().nullable(),
})
export type FeedView = z.output<typeof feedView>

export const mailInView = z.object({
  rows: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      kind: z.enum(['bounce', 'answer', 'other']),
      from: z.string(),
      subject: z.string(),
      text: z.string(),
      leftOut: z.string(),
      files: z.array(z.string()),
      job: z.object({ id: z.string(), title: z.string() }).nullable(),
      person: z.object({ id: z.string(), name: z.string() }).nullable(),
    }),
  ),
  mailbox: z.object({ host: z.string(), port: z.number(), user: z.string() }).nullable(),
  timeZone: z.string(),
})
export type MailInView = z.output<typeof mailInView>
export const mailTaken = z.object({
  id: z.string(),
  kind: z.enum(['bounce', 'answer', 'other']),
  jobId: z.string().nullable(),
})
