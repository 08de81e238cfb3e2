import { z } from 'zod'
import { occurrenceKinds } from '../core/follow-ups/model'
import { rights } from '../core/members/rights'
import { line, requiredLine } from './text'

const url = z
  .string()
  .trim()
  .max(500)
  .refine((s) => URL.canParse(s) && /^https?:$/.test(new URL(s).protocol), 'Give an address that begins with https://.')
const shared = {
  name: requiredLine(80, 'Its name'),
  url,
  /** The user, or the access key. */
  user: line(200).default(''),
  password: z.string().max(400).default(''),
  region: line(40).default(''),
}
export const systemKinds = ['hook', 'webdav', 's3'] as const
/** Another system: one that takes calls, or a place for files. */
export const newSystem = z
  .object({
    kind: z.enum(systemKinds),
    ...shared,
    events: z.array(z.enum(occurrenceKinds)).max(occurrenceKinds.length).default([]),
    key: z.string().max(60).optional(),
  })
  .refine((s) => s.kind !== 's3' || (s.user && s.password), { message: 'Give both keys.', path: ['user'] })
export const editSystem = z
  .object({
    ...shared,
    user: line(200),
    password: z.string().max(400),
    region: line(40),
    events: z.array(z.enum(occurrenceKinds)).max(occurrenceKinds.length),
    on: z.boolean(),
  })
  .partial()
export const deliveriesQuery = z.object({ after: z.string().max(200).optional() })

export const scopes = ['read', ...rights] as const
/** A way in for another program: what it may, and until when. */
export const newToken = z.object({
  name: requiredLine(80, 'Its name'),
  scopes: z.array(z.enum(scopes)).min(1, 'Say what it may.').max(scopes.length),
  until: z.iso.date('This is not a day of the calendar.').nullable().default(null),
})
export const feedParts = ['jobs', 'stages', 'deadlines', 'tasks', 'entries'] as const
export const feedShows = z.object({
  shows: z.array(z.enum(feedParts)).min(1, 'Choose what it shows.').max(feedParts.length),
})
/** Where mail that comes back is fetched. */
export const mailboxGiven = z.object({
  host: line(255).pipe(z.string().min(1, 'Give the server.')),
  port: z.number().int().min(1).max(65535),
  user: line(200).pipe(z.string().min(1, 'Give the user.')),
  password: z.string().max(400).default(''),
})
export const mailboxKept = z.object({ mailbox: mailboxGiven.nullable() })
