import { z } from 'zod'
import { occurrenceKinds, tests } from '../../core/follow-ups/model'
import { factKinds } from '../../core/follow-ups/facts'
import { act, after } from '../follow-ups'

const named = z.object({ value: z.string(), label: z.string() })
const test = z.object({ fact: z.string(), is: z.enum(tests), value: z.string() })
const when = z.object({ kind: z.enum(occurrenceKinds), of: z.string(), days: z.number() })
const step = z.object({ after, act })

export const stepView = z.object({
  id: z.string(),
  words: z.string(),
  state: z.enum(['waiting', 'done', 'left', 'refused', 'stopped', 'undone']),
  said: z.string(),
  dueAt: z.string(),
  doneAt: z.string().nullable(),
  /** Whether it can be undone. */
  undo: z.boolean(),
})
export const runView = z.object({
  id: z.string(),
  followUp: z.object({ id: z.string(), title: z.string() }),
  at: z.string(),
  /** What occurred, in words. */
  because: z.string(),
  job: z.object({ id: z.string(), title: z.string() }).nullable(),
  /** Why nothing is done; empty where it runs. */
  left: z.string(),
  steps: z.array(stepView),
})
export type RunView = z.output<typeof runView>
export const runsView = z.object({ rows: z.array(runView), next: z.string().nullable(), timeZone: z.string() })
export type RunsView = z.output<typeof runsView>

export const followUpView = z.object({
  id: z.string(),
  title: z.string(),
  on: z.boolean(),
  kinds: z.array(z.string()),
  when,
  if: z.array(z.array(test)),
  unless: z.array(z.array(test)),
  steps: z.array(step),
  version: z.number(),
  /** The whole of it as a sentence. */
  sentence: z.string(),
  /** What it names that is gone, in words; empty for nothing. */
  gone: z.array(z.string()),
  /** How often it ran within 90 days, and what of that was refused. */
  ran: z.number(),
  refused: z.number(),
})
export type FollowUpView = z.output<typeof followUpView>
export const followUpsView = z.object({
  rows: z.array(followUpView),
  /** What can be chosen in the sentence. */
  choices: z.object({
    facts: z.array(
      z.object({ key: z.string(), label: z.string(), kind: z.enum(factKinds), choices: z.array(named).optional() }),
    ),
    kinds: z.array(named),
    templates: z.array(named.extend({ kind: z.string() })),
    members: z.array(named),
    systems: z.array(named.extend({ kind: z.enum(['hook', 'webdav', 's3']) })),
    stages: z.array(named),
    tags: z.array(z.string()),
    /** Facts that can be waited for and set, of jobs and of people. */
    jobFacts: z.array(named),
    personFacts: z.array(named),
    /** What can stand in braces. */
    values: z.array(named),
  }),
  currency: z.string(),
  locale: z.string(),
  starters: z.array(
    z.object({
      key: z.string(),
      title: z.string(),
      sentence: z.string(),
      when,
      if: z.array(z.array(test)),
      unless: z.array(z.array(test)),
      steps: z.array(step),
    }),
  ),
})
export type FollowUpsView = z.output<typeof followUpsView>

/** What one would have done. */
export const triedView = z.object({
  days: z.number(),
  jobs: z.number(),
  things: z.number(),
  /** How many things that occurred were looked at, the newest, and of how many. */
  looked: z.number(),
  all: z.number(),
  rows: z.array(
    z.object({ at: z.string(), job: z.object({ id: z.string(), title: z.string() }).nullable(), words: z.string() }),
  ),
  left: z.array(
    z.object({ at: z.string(), job: z.object({ id: z.string(), title: z.string() }).nullable(), why: z.string() }),
  ),
  sentence: z.string(),
  /** Names in braces that nothing stands for, and circles, in words. */
  problems: z.array(z.string()),
  timeZone: z.string(),
})
export type TriedView = z.output<typeof triedView>

/** The file tree, by path. */
export const filedView = z.object({
  rows: z.array(
    z.object({
      id: z.string(),
      path: z.string(),
      at: z.string(),
      job: z.object({ id: z.string(), title: z.string() }).nullable(),
    }),
  ),
  all: z.number(),
})
export type FiledView = z.output<typeof filedView>
