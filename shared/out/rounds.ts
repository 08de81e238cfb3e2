import { z } from 'zod'
import { roundPlan } from '../../core/rounds/plan'
import { planPaper, planProblem, minor, personState, language } from '../shapes'

/** Where a check inside the business stands, for one member. */
export const checkView = z.object({
  status: z.enum(['none', 'waiting', 'passed', 'returned']),
  by: z.string(),
  remark: z.string(),
  mine: z.boolean(),
  own: z.boolean(),
  /** Whether this member’s corrections have to be checked. */
  asked: z.boolean(),
})
export type CheckView = z.output<typeof checkView>

export const savedMessage = z.object({
  id: z.string(),
  name: z.string(),
  subject: z.string(),
  message: z.string(),
})
export type SavedMessage = z.output<typeof savedMessage>

/** How a round is to be, as the sending sheet shows it. */
export const planView = z.object({
  plan: roundPlan,
  version: z.number(),
  /** `words`: how long each is to read. */
  papers: z.array(
    planPaper.extend({
      kind: z.string(),
      words: z.number(),
    }),
  ),
  /** Other drafts of the job that could go with it. */
  more: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
    }),
  ),
  problems: z.array(planProblem),
  /** What would go wrong with the other papers of the round. */
  beside: z.array(
    z.object({
      paper: z.string(),
      title: z.string(),
      severity: z.enum(['stop', 'warn']),
      words: z.string(),
      /** The block it is about. */
      at: z.string().nullable(),
    }),
  ),
  /** How the business words what asks, by language. */
  asks: z.partialRecord(language, z.object({ mSubject: z.string().optional(), mMessage: z.string().optional() })),
  /** Contacts of the plan that are organisations. */
  organisations: z.array(z.string()),
  /** The deadline worked out; undefined where the job has no day to count from. */
  due: z.string().nullable().optional(),
  jobDay: z.string().nullable(),
  members: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
    }),
  ),
  me: z.string(),
  /** The member sends only after somebody else of the business has checked it. */
  mustBeChecked: z.boolean(),
  check: checkView.omit({ asked: true }),
  messages: z.array(savedMessage),
  /** What one identity check costs. */
  documentCost: minor,
  currency: z.string(),
  /** By what people can be reached and proved here. */
  means: z.object({
    mail: z.boolean(),
    text: z.boolean(),
    identity: z.boolean(),
  }),
})
export type PlanView = z.output<typeof planView>

/** One person of a round that is out, as the business sees them. */
export const roundPersonView = personState.extend({
  email: z.string(),
  phone: z.string(),
  reach: z.string(),
  proof: z.string(),
  member: z.boolean(),
  /** Fields filled so far, of how many. */
  filled: z.number(),
  fields: z.number(),
  number: z.number(),
  questions: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      question: z.string(),
      answer: z.string().nullable(),
    }),
  ),
  /** The scan of what they signed on paper, by its hash. */
  scan: z.string().nullable(),
  /** Whether they may act now. */
  may: z.boolean(),
  /** What identity checks have cost for them. */
  spent: minor,
})
export type RoundPersonView = z.output<typeof roundPersonView>

export const listView = z.object({
  id: z.string(),
  jobId: z.string(),
  title: z.string(),
  total: z.number(),
  sent: z.number(),
  waiting: z.number(),
  failed: z.array(
    z.object({
      n: z.number(),
      name: z.string(),
      email: z.string(),
      phone: z.string(),
      problem: z.string(),
    }),
  ),
})
export type ListView = z.output<typeof listView>
