import { z } from 'zod'
import { isDay } from '../core/calendar/dates'
import { isMail } from '../core/fields/mail'
import { linkSettings } from '../core/standing-links/model'
import { NAME_MAX } from './jobs'
import { line, requiredLine } from './text'

const id = z.string().min(1).max(60)
/** Most children one person signs for at once. */
export const MOST_CHILDREN = 8
const born = z.string().refine((s) => s === '' || isDay(s), 'This is not a day of the calendar.')
const answers = z.record(z.string().max(80), z.union([z.string().max(2000), z.boolean()]))

/** What a standing link is to be. Where it leads is a session, or a kind of job; one of the two. */
const linkBody = z.object({
  name: requiredLine(120, 'The name'),
  jobId: id.nullable().default(null),
  kindId: id.nullable().default(null),
  templates: z.array(id).max(4, 'At most 4 papers stand behind one link.').default([]),
  settings: linkSettings,
})
const oneOf = (l: { jobId: string | null; kindId: string | null }) => (l.jobId === null) !== (l.kindId === null)
const WHERE = { message: 'Say where it leads: to a session, or to jobs of a kind.', path: ['jobId'] }
export const newStandingLink = linkBody.extend({ key: id.optional() }).refine(oneOf, WHERE)
export const editStandingLink = linkBody.extend({ version: z.number().int() }).refine(oneOf, WHERE)
export type StandingLinkBody = z.output<typeof linkBody>
/** Opened, closed, or given another address because the one it has got into wrong hands. */
export const standingLinkAct = z.object({ act: z.enum(['open', 'close', 'renew']) })
export const posterQuery = z.object({ size: z.enum(['a4', 'a5', 'card']).default('a4') })
/** Answers a flow is tried with; its own sample where none are given. */
export const tryFlow = z.object({ answers: answers.nullable().default(null), templateId: id })

/** What somebody answers by a standing link. The id is drawn by their browser: the same again is the same answer. */
export const standingAnswer = z.object({
  id: z.string().regex(/^[0-9a-f-]{32,40}$/, 'Load the page again.'),
  code: line(40).default(''),
  name: requiredLine(NAME_MAX, 'Your name'),
  email: line(320)
    .refine((s) => s === '' || isMail(s), 'This is not an e-mail address.')
    .default(''),
  phone: line(40).default(''),
  born: born.default(''),
  /** Whether they sign for themselves, too; a parent may come only to sign. */
  own: z.boolean().default(true),
  children: z
    .array(
      z.object({
        name: requiredLine(NAME_MAX, 'The child’s name'),
        born: born.pipe(z.string().min(1, 'Say when they were born.')),
      }),
    )
    .max(MOST_CHILDREN, `One person signs for at most ${MOST_CHILDREN} children.`)
    .default([]),
  answers: answers.default({}),
})
export type StandingAnswer = z.output<typeof standingAnswer>
/** Somebody of a job is asked by a flow: by mail, or by an address that is handed over. */
export const newFlowAsk = z.object({ linkId: id, contactId: id, how: z.enum(['email', 'link']) })
