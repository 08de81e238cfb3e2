import { z } from 'zod'
import { abouts, occurrenceKinds } from '../core/follow-ups/model'
import { stopState } from './shapes'

export const pulseQuery = z.object({ days: z.enum(['7', '28']).default('7') })
const beat = z.object({ kind: z.string(), total: z.number(), before: z.number(), days: z.array(z.number()) })
export const pulseView = z.object({
  /** The first of the days, and how many there are. */
  from: z.string(),
  span: z.number(),
  /** Counts by kind of thing, and `money` in minor units for whoever may see it. */
  beats: z.array(beat),
  currency: z.string(),
  /** Who has waited longest for others to do something. */
  longest: z.array(
    z.object({ jobId: z.string(), title: z.string(), words: z.string(), since: z.string(), days: z.number() }),
  ),
  /** What each member has to do. */
  plates: z.array(
    z.object({
      memberId: z.string().nullable(),
      name: z.string(),
      tasks: z.number(),
      late: z.number(),
      checks: z.number(),
    }),
  ),
})
export type PulseView = z.output<typeof pulseView>

export const timelineQuery = z.object({
  kind: z.enum([...occurrenceKinds, ...abouts]).optional(),
  person: z.string().max(80).optional(),
  job: z.string().max(80).optional(),
  /** Only of the last so many days. */
  days: z.coerce.number().int().min(1).max(3660).optional(),
  after: z.string().max(400).optional(),
})
export const timelineView = z.object({
  rows: z.array(
    z.object({
      id: z.number(),
      kind: z.enum(occurrenceKinds),
      at: z.string(),
      words: z.string(),
      state: stopState.nullable(),
      job: z.object({ id: z.string(), title: z.string() }).nullable(),
      person: z.object({ id: z.string(), name: z.string() }).nullable(),
      paperId: z.string().nullable(),
      by: z.string(),
    }),
  ),
  next: z.string().nullable(),
  today: z.string(),
})
export type TimelineView = z.output<typeof timelineView>
