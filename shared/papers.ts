import { z } from 'zod'
import { paperKinds } from '../core/document/kinds'
import { amendment } from '../core/amend/amend'
import { looked } from './looked'
import { line, prose, requiredLine } from './text'

const recordId = z.string().min(1).max(60)
const texts = (max: number) => z.record(z.string().min(1).max(80), line(max))
export const makePaper = z
  .object({
    kind: z.enum(['quote', 'contract', 'waiver']).optional(),
    templateId: recordId.optional(),
    guestId: recordId.optional(),
    key: recordId.optional(),
    /** Paper values, as the template asks for them. */
    values: texts(500).default({}),
  })
  .refine((p) => p.kind || p.templateId, { error: 'Say which template, or which kind of paper.', path: ['templateId'] })

export type MakePaper = z.input<typeof makePaper>

/** One amendment: the words, and why. Who and when is the server’s to say. */
export const putAmendment = amendment.omit({ by: true, at: true }).extend({ why: line(500).default('') })

/** What belongs to the paper alone, and who stands for its parties. Only what is given changes. */
export const changePaper = z.object({
  values: texts(500).optional(),
  presets: texts(300).optional(),
  changes: z.enum(['shown', 'clean']).optional(),
  /** Who stands for a party: a contact, or `me`, the member who says so. */
  bind: z
    .object({ party: z.string().min(1).max(40), contactId: recordId.optional(), me: z.boolean().optional() })
    .refine((b) => b.contactId || b.me, 'Say who stands for this party.')
    .optional(),
})

export const settleDrift = z.object({ how: z.enum(['leave', 'anew', 'addendum']), key: recordId.optional() })
export const sendPaper = z.object({
  ...looked,
  /** What isn’t said here is as the plan of the round has it. */
  subject: requiredLine(300, 'The subject').optional(),
  message: prose(5000)
    .refine((s) => s.trim().length > 0, 'Write a few words with it.')
    .optional(),
  /** Instant in UTC, or null for no deadline. */
  lapsesAt: z.iso
    .datetime()
    .transform((s) => new Date(s).toISOString())
    .nullable()
    .optional(),
  key: z.string().min(1).max(60),
})

/** What papers are looked for by. */
export const listPapers = z.object({
  /** In titles, people, jobs and the words inside. */
  find: z.string().max(200).optional(),
  state: z.enum(['draft', 'out', 'signed', 'declined', 'withdrawn', 'lapsed', 'yours']).optional(),
  kind: z.enum(paperKinds).optional(),
  jobKind: recordId.optional(),
  job: recordId.optional(),
  client: recordId.optional(),
  /** Who sent it. */
  member: recordId.optional(),
  /** Waiting since, or made in, this month: `2027-06`. */
  month: z
    .string()
    .regex(/^\d{4}-(0[1-9]|1[0-2])$/)
    .optional(),
  language: z.string().max(5).optional(),
  sort: z.enum(['title', 'whose', 'worth', 'since']).optional(),
  /** The other way round. */
  down: z.enum(['1']).optional(),
  after: z.string().max(700).optional(),
  limit: z.coerce.number().int().min(1).max(100).default(60),
})

export const withdrawPaper = z.object({ reason: line(500).default('') })

/** `quote`, `agreement and house rules`, `agreement and 3 more papers`, in the papers’ own titles. */
export function titlesOf(papers: readonly { title: string }[]): string {
  const [first, second] = papers.map((p) => p.title)
  if (papers.length <= 1) return first ?? ''
  return papers.length === 2 ? `${first} and ${second}` : `${first} and ${papers.length - 1} more papers`
}

export type { Answered, SheetPerson, PaperView, AmendmentRow, PaperPage, PaperRow } from './out/papers'
