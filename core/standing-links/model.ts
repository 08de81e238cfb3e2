import { z } from 'zod'
import { askedTypes, fieldSpec } from '../document/field'
import { reminders } from '../rounds/plan'

/** What a form may ask: what is signed, dated or handed in belongs on the paper itself. */
export const questionTypes = askedTypes.filter(
  (t) => t !== 'signature' && t !== 'initials' && t !== 'date' && t !== 'attachment',
)
const key = z.string().min(1).max(80)
const day = z.iso.date()

/** A question of a form: a field that stands on no paper, with the page it is asked on and what stands there beforehand. */
export const question = fieldSpec.omit({ party: true, preset: true, writeTo: true, line: true }).extend({
  type: z.enum(questionTypes),
  page: z.number().int().min(1).max(20).default(1),
  usual: z.string().max(300).default(''),
})
export type Question = z.infer<typeof question>

/** Where a value of a paper comes from: an answer, the same words always, or what an item costs on the day. */
export const source = z.discriminatedUnion('from', [
  z.object({ from: z.literal('question'), key }),
  z.object({ from: z.literal('always'), value: z.string().trim().min(1).max(1000) }),
  z.object({ from: z.literal('item'), id: z.string().min(1).max(60) }),
])
export type Source = z.infer<typeof source>

/** An address of a page that may hold ours in a frame: its scheme and host, and no more. */
const origin = z
  .string()
  .trim()
  .max(200)
  .regex(
    /^https:\/\/[a-z0-9](?:[a-z0-9.-]*[a-z0-9])?(?::\d{1,5})?$/,
    'Give it as https://www.example.com, with nothing after it.',
  )

/** Somebody whom answers name, who signs too: for a party of the papers, before, beside or after whoever answers. */
export const named = z.object({
  party: z.string().min(1).max(40),
  /** The questions that ask for their name and their address. */
  name: key,
  email: key,
  when: z.enum(['before', 'with', 'after']).default('after'),
})
export type Named = z.infer<typeof named>

/** What a standing link asks for and when it is open. */
export const linkSettings = z.object({
  /** Most signings in all, and by one person; null for as many as come. */
  most: z.number().int().min(1).max(100_000).nullable().default(null),
  perPerson: z.number().int().min(1).max(1000).nullable().default(1),
  /** The days it is open from and until, both included. */
  from: day.nullable().default(null),
  until: day.nullable().default(null),
  /** Weekdays it is open on, Monday 1 to Sunday 7; none for all. */
  days: z.array(z.number().int().min(1).max(7)).max(7).default([]),
  /** What stands on the poster and has to be typed in; empty for none. */
  code: z.string().trim().max(40).default(''),
  /** How whoever comes proves that an address is theirs before they can read. */
  proof: z.enum(['none', 'email', 'text']).default('none'),
  /** Open only while the session has places left. */
  whileFree: z.boolean().default(true),
  /** Whether somebody may bring children and sign for them. */
  children: z.boolean().default(true),
  /** Whether they are written to as well, with the link to what they began. */
  write: z.boolean().default(false),
  /** Pages it may be shown in. */
  origins: z.array(origin).max(10).default([]),
  questions: z.array(question).max(80).default([]),
  /** Where the values of its papers come from, by `TEMPLATE VALUE`. */
  map: z.record(z.string().max(160), source).default({}),
  /** Answers that go home: to a fact of the person or the job, by the question. */
  home: z.record(key, z.string().min(1).max(120)).default({}),
  named: z.array(named).max(3, 'At most three are named by answers.').default([]),
  /** What is written to whoever is written to; answers stand in it by the words of their question, `{Your house}`. */
  subject: z.string().trim().max(300).default(''),
  message: z.string().max(5000).default(''),
  /** Who gets a copy at the end: addresses, or the question that asks for one. */
  copies: z.array(z.string().trim().min(1).max(320)).max(5, 'At most five get a copy.').default([]),
  reminders: reminders.default({ kind: 'none' }),
  /** How many days whoever signs has; null for as long as they like. */
  within: z.number().int().min(1).max(365).nullable().default(null),
})
export type LinkSettings = z.infer<typeof linkSettings>

/** The name a value of a paper of a template has in {@link LinkSettings.map}. */
export const valueKey = (templateId: string, askKey: string): string => `${templateId} ${askKey}`
