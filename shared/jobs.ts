import { z } from 'zod'
import { ENQUIRY_MAX } from '../core/enquiry/types'
import { isDay, isTimeZone } from '../core/calendar/dates'
import { isMail } from '../core/fields/mail'
import type { Minor } from '../core/money/money'
import { languages } from '../core/text/language'
import { discount, pricedLines, sha } from './lines'
import { line, prose, requiredLine } from './text'

export const NAME_MAX = 200
export const saveLines = z.object({
  lines: pricedLines,
  discount,
  /** The client owes the tax; as it is where it isn't given. */
  reverseCharge: z.boolean().optional(),
  version: z.number().int(),
})

const wallClock = z
  .string()
  .regex(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/, 'Give the day and time.')
  .nullable()
const timeZone = z.string().max(60).refine(isTimeZone, 'This time zone is not known.')
const people = z.number().int('Give whole people.').min(0, 'This cannot be negative.').max(100_000).nullable()

const contactFacts = z.object({
  name: requiredLine(NAME_MAX, 'The name'),
  email: line(320).refine((s) => s === '' || isMail(s), 'This is not an e-mail address.'),
  phone: line(40),
  address: prose(1000),
  kind: z.enum(['person', 'organisation']),
  /** Day of birth; empty where it isn't known. */
  born: z
    .string()
    .refine((s) => s === '' || isDay(s), 'This is not a day of the calendar.')
    .transform((s) => s || null)
    .nullable(),
  /** The language they are written to in; null where it isn’t known. */
  language: z.enum(languages).nullable(),
  /** As the country it is of writes it; empty where it isn't known. */
  taxNumber: line(40),
})

export const newContact = contactFacts.extend({
  email: contactFacts.shape.email.default(''),
  phone: contactFacts.shape.phone.default(''),
  address: contactFacts.shape.address.default(''),
  kind: contactFacts.shape.kind.default('person'),
  born: contactFacts.shape.born.default(null),
  language: contactFacts.shape.language.default(null),
  taxNumber: contactFacts.shape.taxNumber.default(''),
})

/** Only what is given changes: no defaults here, or correcting a name would empty the rest. */
export const editContact = contactFacts
  .extend({
    /** They aren't reminded of what is late. */
    lateHold: z.boolean(),
    notes: prose(10_000),
    supplier: z.boolean(),
  })
  .partial()

export const newJob = z.object({
  kindId: z.string().min(1, 'Choose the kind of job.'),
  title: line(300).default(''),
  clientId: z.string().nullable().default(null),
  client: newContact.nullable().default(null),
  starts: wallClock.default(null),
  ends: wallClock.default(null),
  timeZone: timeZone.optional(),
  place: line(500).default(''),
  people: people.default(null),
  facts: z.record(z.string().max(60), line(1000)).default({}),
  notes: prose(10_000).default(''),
  lines: pricedLines.default([]),
  discount: discount.default(null),
  reverseCharge: z.boolean().default(false),
  /** What the client wrote, where the job begins with that. */
  enquiry: prose(ENQUIRY_MAX).default(''),
  /** What they are asked back, by mail, as the job is added. */
  answer: z
    .object({
      subject: requiredLine(300, 'The subject'),
      words: prose(5000).pipe(z.string().trim().min(1, 'Write a few words first.')),
    })
    .nullable()
    .default(null),
  /** Made by the page: the same key twice makes one job. */
  key: z.string().max(60).optional(),
})

const someAmount = z
  .number('Give the amount.')
  .int()
  .min(0)
  .max(1e11)
  .transform((n) => n as Minor)
/** That a job is done: on which day, and what was different from what was agreed; no day takes it back. */
export const completedJob = z.object({
  day: z.iso.date('Give the day it was done on.').nullable(),
  words: prose(2000).default(''),
})

/** That a job is called off: by whom, when, how much is kept where it is less than agreed, and why. */
export const callOff = z.object({
  by: z.enum(['client', 'business']),
  on: z.iso.date('Give the day.'),
  owed: someAmount.nullable().default(null),
  words: prose(1000).default(''),
})
export const callOffQuery = z.object({ by: z.enum(['client', 'business']), on: z.iso.date() })
/** A change to what was agreed, by the lines as they are to be. */
export const newExtra = z.object({
  lines: pricedLines,
  discount,
  words: prose(1000),
  key: z.string().min(1).max(60),
})
export type NewExtra = z.output<typeof newExtra>
/** A stage asked for on another day, or in two; why, and whether its paper is wanted where the client has to sign it. */
export const changeStage = z.object({
  stage: z.string().min(1).max(60),
  on: z.iso.date('Give the day.'),
  split: z.object({ amount: someAmount, rest: z.iso.date('Give the day.') }).nullable(),
  words: prose(500).pipe(z.string().trim().min(1, 'Say why: it stands on the job.')),
  signed: z.boolean().default(false),
  key: z.string().min(1).max(60),
})
/** What is open on a stage isn't asked for any more, and why. */
export const waiveStage = changeStage.pick({ stage: true, words: true, key: true })
/** An invoice by hand: of a stage by itself, or (no stage) of all that is left. */
export const newInvoice = z.object({ stage: z.string().max(60).nullable(), key: z.string().min(1).max(60) })
export const invoiceQuery = z.object({ stage: z.string().max(60).optional() })
/** A credit note over an invoice: a part of it, or all that is left. */
export const newCredit = z.object({
  amount: someAmount.nullable(),
  words: prose(500).pipe(z.string().trim().min(1, 'Say why: it stands on the credit note.')),
  key: z.string().min(1).max(60),
})

export const jobFacts = z
  .object({
    title: requiredLine(300, 'The title'),
    clientId: z.string().nullable(),
    starts: wallClock,
    ends: wallClock,
    timeZone,
    place: line(500),
    people,
    notes: prose(10_000),
    facts: z.record(z.string().max(60), line(1000)),
    /** In their order, however they came. */
    furtherDays: z
      .array(z.object({ starts: wallClock.unwrap(), ends: wallClock }))
      .max(60)
      .transform((days) => [...days].sort((a, b) => (a.starts < b.starts ? -1 : 1))),
  })
  .partial()
export const editJob = z.object({ version: z.number().int(), set: jobFacts })

/** Money that came in by hand; the amount in minor units. */
export const newPayment = z.object({
  stage: z.string().min(1, 'Choose what was paid.').max(40),
  amount: z
    .number('Give the amount.')
    .int()
    .min(1, 'Give an amount above 0.')
    .max(1e11)
    .transform((n) => n as Minor),
  /** By card: on a terminal of one's own. */
  method: z.enum(['bank', 'cash', 'card']),
  /** The day it came; today where it isn't said. */
  day: z.iso.date('Give the day it came.').optional(),
  key: z.string().min(1).max(60),
})
/** One payment over several stages, of one job or several. */
export const bookedTogether = z.object({
  parts: z
    .array(
      z.object({ jobId: z.string().min(1).max(60), stage: z.string().min(1).max(40), amount: newPayment.shape.amount }),
    )
    .min(1, 'Say what it is for.')
    .max(40)
    .refine((p) => new Set(p.map((x) => `${x.jobId} ${x.stage}`)).size === p.length, 'One stage stands there twice.'),
  method: newPayment.shape.method,
  day: newPayment.shape.day,
  key: newPayment.shape.key,
})
/** A reference, or a line of a bank’s statement. */
export const statementLine = z.object({ text: z.string().max(2000) })
/** A client's statement: from a day on, or of all there is. */
export const statementQuery = z.object({ from: z.iso.date().optional() })
export const sendStatement = z.object({ from: z.iso.date().nullable(), key: z.string().min(1).max(60) })
/** That a booking was a mistake, and why. */
export const takeBack = z.object({ words: prose(500).pipe(z.string().trim().min(1, 'Say what was wrong with it.')) })
/** Money that goes back to a client. */
export const payBack = z.object({
  amount: someAmount.refine((n) => n > 0, 'Give an amount above 0.'),
  method: z.enum(['bank', 'cash', 'card']),
  words: prose(500).default(''),
  key: z.string().min(1).max(60),
})
/** What stands to a client's credit on one of their jobs, used for a stage of another. */
export const creditUsed = z.object({
  from: z.string().min(1).max(60),
  stage: z.string().min(1).max(40),
  amount: payBack.shape.amount,
  key: z.string().min(1).max(60),
})
/** What becomes of a damage deposit: how much goes back, how much is kept, and why, with pictures of the job. */
export const depositGiven = z.object({
  back: someAmount,
  kept: someAmount,
  method: z.enum(['bank', 'cash', 'card']),
  words: prose(1000).default(''),
  files: z.array(sha).max(12).default([]),
  key: z.string().min(1).max(60),
})
/** The same with what it needs: something that goes back or is kept, and a reason for what is kept. */
export const depositRules = <S extends z.ZodType<{ back: number; kept: number; words: string }>>(schema: S) =>
  schema
    .refine((d) => d.back + d.kept > 0, { message: 'Say how much goes back, or is kept.', path: ['back'] })
    .refine((d) => d.kept === 0 || !!d.words.trim(), { message: 'Say what it is kept for.', path: ['words'] })
export const settleDeposit = depositRules(depositGiven)
/** A remark, with pictures and files that were taken to the job before; one of the two there has to be. */
export const newNote = z
  .object({
    words: prose(2000).pipe(z.string().trim()).default(''),
    files: z
      .array(z.string().regex(/^[0-9a-f]{64}$/))
      .max(12, 'Twelve pictures or files can stand with a note.')
      .default([]),
  })
  .refine((n) => n.words || n.files.length, { message: 'Write the note first, or give a picture.', path: ['words'] })
/** A picture or file taken to a job: at most so many bytes. */
export const JOB_FILE_MAX = 15_000_000
export const jobFileQuery = z.object({ name: requiredLine(200, 'The name') })
/** Another job like one that is there; the same key twice makes one. */
export const copyJob = z.object({ key: z.string().min(1).max(60) })

export const listJobs = z.object({
  when: z.enum(['coming', 'past', 'all']).default('coming'),
  kind: z.string().max(60).optional(),
  stop: z.string().max(20).optional(),
  notReady: z.enum(['1']).optional(),
  find: z.string().max(200).optional(),
  tag: z.string().max(80).optional(),
  /** What they stand in order by: their day where nothing is said. */
  sort: z.enum(['title', 'client', 'total']).optional(),
  /** The other way round: Z to A, the highest first. */
  down: z.enum(['1']).optional(),
  after: z.string().max(600).optional(),
  limit: z.coerce.number().int().min(1).max(100).default(40),
})

export type {
  JobRow,
  JobPage,
  ContactView,
  JobKind,
  ThreadEntry,
  JobPaper,
  NextStep,
  JobView,
  ShortOf,
  CallOffLook,
  InvoiceLook,
  Booking,
} from './out/jobs'
