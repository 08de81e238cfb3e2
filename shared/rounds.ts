import { z } from 'zod'
import { roles } from '../core/members/rights'
import { deadline, planPerson, reminders, roundPlan } from '../core/rounds/plan'
import { type Language } from '../core/text/language'
import { greeted } from '../core/rounds/greeting'
import { looked } from './looked'
import { line, prose, requiredLine } from './text'
import { weekdayIn } from './words'
import { messageSays } from './words/says'
import { titlesIn } from './words/titles'

const recordId = z.string().min(1).max(60)

/** A plan as the page has it; `version` is what it was based on. */
export const savePlan = z.object({ plan: roundPlan, version: z.number().int().nonnegative() })
export const checkStep = z.object({
  step: z.enum(['hand-in', 'pass', 'return', 'take-back']),
  remark: line(1000).default(''),
  /** Why a paper that is out is corrected: handed in with it, the correction is what is checked. */
  correct: line(500).optional(),
  /** What was looked at, where it goes out by this step. */
  seen: looked.seen.optional(),
})

export const saveMessage = z.object({
  name: requiredLine(80, 'The name'),
  subject: line(300).default(''),
  message: prose(5000),
})

/** What can be done to a round that is out. Each is one step, with what it needs. */
export const manageRound = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('nudge'),
    person: recordId.optional(),
    /** Also in quiet hours: whoever nudges was told so. */
    quiet: z.boolean().default(false),
  }),
  z.object({ do: z.literal('pause'), reason: line(500).default('') }),
  z.object({ do: z.literal('resume') }),
  z.object({ do: z.literal('withdraw'), reason: line(500).default('') }),
  z.object({ do: z.literal('extend'), lapsesAt: z.iso.datetime().nullable() }),
  z.object({
    do: z.literal('correct'),
    person: recordId,
    name: requiredLine(200, 'The name').optional(),
    email: line(200).optional(),
    phone: line(40).optional(),
    reach: planPerson.shape.reach.removeDefault().optional(),
  }),
  z.object({
    do: z.literal('replace'),
    person: recordId,
    name: requiredLine(200, 'The name'),
    email: line(200).default(''),
    phone: line(40).default(''),
    contactId: recordId.nullable().default(null),
  }),
  z.object({ do: z.literal('reorder'), turns: z.record(recordId, z.number().int().min(1).max(60)) }),
  z.object({ do: z.literal('add-copy'), name: requiredLine(200, 'The name'), email: line(200) }),
  z.object({ do: z.literal('reopen'), person: recordId }),
  z.object({
    do: z.literal('answer'),
    person: recordId,
    /** Which of their questions; the open one where it isn't said. */
    question: z.string().max(20).optional(),
    answer: prose(5000),
  }),
  z.object({ do: z.literal('revise'), why: line(500).default(''), seen: looked.seen }),
])
export type ManageRound = z.output<typeof manageRound>
/** Who says that somebody signed on paper, and when that was. The scan is the body. */
export const onPaper = z.object({
  person: recordId,
  day: z.iso.date('Say on which day it was signed.'),
  name: line(200),
})

/** The same paper to many people, each their own. */
export const sendList = z.object({
  templateId: recordId,
  key: recordId,
  subject: requiredLine(300, 'The subject'),
  message: prose(5000),
  deadline: deadline.default({ kind: 'none' }),
  reminders: reminders.default({ kind: 'none' }),
  /** Comma or semicolon separated, with a head; or contacts chosen. */
  csv: z.string().max(3_000_000).optional(),
  contactIds: z.array(recordId).max(1000).optional(),
})

/** Rows of a list that were put right, by their line. */
export const retryRows = z.object({
  rows: z
    .array(z.object({ n: z.number().int(), to: z.object({ name: line(200), email: line(200), phone: line(40) }) }))
    .max(1000)
    .default([]),
})

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Give a time such as 20:00.')

/** The ways numbers and days are written that a business can choose from. */
export const businessLocales = [
  'en-GB',
  'en-IE',
  'en-US',
  'en-CA',
  'en-AU',
  'en-NZ',
  'de-DE',
  'de-AT',
  'de-CH',
  'fr-FR',
  'es-ES',
  'pt-PT',
  'it-IT',
  'nl-NL',
  'nl-BE',
  'pl-PL',
] as const
/** What owners can be told by mail; all of it stands on Today in any case. */
export const HEARD = ['accepted', 'signed', 'declined', 'money'] as const
export type Heard = (typeof HEARD)[number]
/** What the owner sets for all rounds. */
export const businessSettings = z.object({
  checked: z.array(z.enum(roles)).max(roles.length),
  quiet: z.object({ from: clock, to: clock }),
  thanks: prose(1000),
  byMail: z.array(z.enum(HEARD)).max(HEARD.length).optional(),
  locale: z.enum(businessLocales).optional(),
  taxRate: z
    .string()
    .regex(/^\d{1,2}(\.\d{1,2})?$/, 'Give a percentage, such as 20.')
    .optional(),
})

/** What can stand in a message of the business's, in braces: it is put in for whoever gets it, in their language. */
export function messageValues(of: {
  language: Language
  name: string
  organisation: boolean
  papers: readonly { title: string }[]
  job: { title: string; day: string | null }
  today: string
  /** As it is said to them; empty for none. */
  deadline: string
  business: string
  /** How long it takes them, in minutes. */
  minutes: number
}): Record<string, string> {
  const says = messageSays(of.language)
  const day = of.job.day ? weekdayIn(of.language, of.job.day, of.today) : ''
  return {
    name: of.name,
    first: greeted(of.name, of.organisation),
    paper: titlesIn(of.language, of.papers),
    papers: titlesIn(of.language, of.papers, true),
    job: of.job.title,
    day,
    forDay: day ? says('mForDay', { day }) : '',
    deadline: of.deadline,
    business: of.business,
    minutes: says('mMinutes', { n: of.minutes }),
  }
}

export type { CheckView, PlanView, SavedMessage, RoundPersonView, ListView } from './out/rounds'
