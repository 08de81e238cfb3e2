import { z } from 'zod'
import { type Act, type Tests, filed, occurrenceKinds, recipients, tests } from '../core/follow-ups/model'
import { isTimed } from '../core/follow-ups/model'
import { strangeValues } from '../core/follow-ups/values'
import { languages } from '../core/text/language'
import { isMail } from '../core/fields/mail'
import { TAG_MAX } from '../core/tags/tags'
import { line, prose, requiredLine } from './text'

const id = z.string().max(60)
const days = z.number().int('Give whole days.').min(-730).max(730)
/** The most that stands in one follow-up. */
export const STEPS_MAX = 12
const TESTS_MAX = 12
export const FOLLOW_UPS_MAX = 200

export const trigger = z
  .object({ kind: z.enum(occurrenceKinds), of: line(80).default(''), days: days.default(0) })
  .transform((t) => ({ ...t, days: isTimed(t.kind) ? t.days : 0 }))
  .refine((t) => t.kind !== 'unanswered' || t.days > 0, { message: 'Say after how many days.', path: ['days'] })
  .refine((t) => t.kind !== 'overdue' || t.days >= 0, { message: 'Nothing is overdue before its day.', path: ['days'] })
const test = z.object({
  fact: z.string().min(1, 'Say of what.').max(80),
  is: z.enum(tests),
  value: line(200).default(''),
})
const testsGiven = z
  .array(z.array(test).min(1).max(TESTS_MAX))
  .max(TESTS_MAX)
  .transform((all): Tests => all)
export const after = z.object({ from: z.enum(['then', 'day']), days }).refine((a) => a.from === 'day' || a.days >= 0, {
  message: 'Nothing is done before it occurred.',
  path: ['days'],
})

const template = z.string().min(1, 'Choose a template.').max(60)
const system = z.string().min(1, 'Choose which system.').max(60)
const said = { subject: line(300).default(''), words: prose(5000) }
const json = (text: string) => {
  try {
    return !text.trim() || !!JSON.parse(text)
  } catch {
    return false
  }
}
const acts = {
  message: z
    .object({
      do: z.literal('message'),
      to: z.enum(recipients),
      member: id.default(''),
      address: line(320).default(''),
      by: z.enum(['mail', 'text']),
      ...said,
      others: z
        .array(z.object({ language: z.enum(languages), ...said }))
        .max(languages.length)
        .default([]),
    })
    .refine((m) => m.words.trim(), { message: 'Write what it says.', path: ['words'] })
    .refine((m) => m.to !== 'member' || m.member, { message: 'Choose who.', path: ['member'] })
    .refine((m) => m.to !== 'address' || m.by === 'text' || isMail(m.address) || m.address.includes('{'), {
      message: 'This is not an e-mail address.',
      path: ['address'],
    }),
  remind: z.object({ do: z.literal('remind'), of: line(40).default('') }),
  paper: z.object({ do: z.literal('paper'), template, send: z.boolean().default(false) }),
  tag: z.object({
    do: z.literal('tag'),
    on: z.boolean().default(true),
    what: z.enum(['job', 'person']).default('job'),
    tag: requiredLine(TAG_MAX, 'The tag'),
  }),
  task: z.object({
    do: z.literal('task'),
    words: requiredLine(300, 'What is to be done'),
    member: id.default(''),
    by: after,
  }),
  fact: z.object({
    do: z.literal('fact'),
    what: z.enum(['job', 'person']),
    fact: z.string().min(1, 'Choose which fact.').max(80),
    value: line(1000).default(''),
  }),
  stage: z.object({ do: z.literal('stage') }),
  invoice: z.object({ do: z.literal('invoice') }),
  file: z.object({
    do: z.literal('file'),
    what: z.enum(filed),
    path: requiredLine(300, 'The folder'),
    system: id.default(''),
  }),
  call: z.object({
    do: z.literal('call'),
    system,
    body: prose(10_000).refine(json, 'This is not JSON. Places stand within quotes: "job": "{job}".').default(''),
  }),
  entry: z.object({ do: z.literal('entry'), words: requiredLine(300, 'What it is'), on: after }),
  job: z.object({
    do: z.literal('job'),
    kind: z.string().min(1, 'Choose the kind.').max(60),
    title: line(300).default(''),
    on: after,
  }),
}
export const act = z.discriminatedUnion('do', [
  acts.message,
  acts.remind,
  acts.paper,
  acts.tag,
  acts.task,
  acts.fact,
  acts.stage,
  acts.invoice,
  acts.file,
  acts.call,
  acts.entry,
  acts.job,
])

const whole = z.object({
  title: line(120).default(''),
  on: z.boolean().default(true),
  kinds: z.array(z.string().max(60)).max(60).default([]),
  when: trigger,
  if: testsGiven.default([]),
  unless: testsGiven.default([]),
  steps: z
    .array(z.object({ after, act }))
    .min(1, 'Say what is to be done.')
    .max(STEPS_MAX, `At most ${STEPS_MAX} things are done by one.`),
})
/** A follow-up as it is written. */
export const newFollowUp = whole.extend({ key: z.string().max(60).optional() })
export type FollowUpGiven = z.input<typeof whole>
export type FollowUpRead = z.output<typeof whole>
/** The same, changed; the version tells a stale tab. */
export const editFollowUp = whole.extend({ version: z.number().int() })
export const switchFollowUp = z.object({ on: z.boolean() })
/** One that isn't kept yet, tried on what was. */
export const tryFollowUp = whole.extend({ days: z.number().int().min(1).max(365).default(90) })
export const stepActs = z.object({ do: z.enum(['again', 'stop', 'undo']) })
export const runsQuery = z.object({
  followUp: id.optional(),
  job: id.optional(),
  /** Only runs with a step that is so; `left`: only those that did nothing. */
  state: z.enum(['waiting', 'done', 'refused', 'stopped', 'left']).optional(),
  after: z.string().max(400).optional(),
})

/** Names in braces of an act that nothing stands for. */
export function strangeIn(given: Act, facts: readonly string[]): string[] {
  const texts = Object.values(given).flatMap((v) =>
    typeof v === 'string' ? [v] : Array.isArray(v) ? v.flatMap((x: object) => Object.values(x) as string[]) : [],
  )
  return [...new Set(texts.flatMap((t) => strangeValues(String(t), facts)))]
}
