import { z } from 'zod'
import { isDecimal } from '../core/money/money'
import { MOST_DAYS } from '../core/recurrence/rhythm'
import { minor } from './shapes/money'

const days = (most: number, words: string) => z.number(words).int(words).min(0, words).max(most, words)

/** How a job is to repeat: by a rule (RFC 5545), how far ahead its others are put down, and by when each is paid. */
export const saveRhythm = z.object({
  rule: z.string().min(1, 'Say how often.').max(200),
  ahead: days(MOST_DAYS, `Put them down 0 to ${MOST_DAYS} days ahead.`),
  payWithin: days(365, 'Give 0 to 365 days.'),
  notice: days(365, 'Give 0 to 365 days.'),
})
export type SaveRhythm = z.output<typeof saveRhythm>

const onDay = z.iso.date('Give the day.')
/** What is done to a rhythm that is there. */
export const actOnRhythm = z.discriminatedUnion('act', [
  z.object({ act: z.literal('start') }),
  /** Nothing falls on the days between, both of them among them; without a last day until it goes on. */
  z
    .object({ act: z.literal('pause'), from: onDay, to: onDay.nullable() })
    .refine((p) => !p.to || p.to >= p.from, { message: 'The last day is before the first.', path: ['to'] }),
  z.object({ act: z.literal('resume') }),
  /** No job after that day. */
  z.object({ act: z.literal('end'), on: onDay }),
  /** From a day on everything costs so many percent more, or less. */
  z.object({
    act: z.literal('price'),
    from: onDay,
    percent: z
      .string()
      .refine((p) => isDecimal(p) && Number(p) !== 0 && Math.abs(Number(p)) <= 100, 'Give a percentage that isn’t 0.'),
  }),
])
export type ActOnRhythm = z.output<typeof actOnRhythm>

/** What an act left as it was: jobs of days that fall out, with which something has happened already. */
export const rhythmDone = z.object({ kept: z.array(z.object({ id: z.string(), day: z.string() })) })

export type RhythmDone = z.output<typeof rhythmDone>

/** A job's rhythm as its page shows it. */
export const rhythmView = z.object({
  rule: z.string(),
  words: z.string(),
  from: z.string(),
  ahead: z.number(),
  payWithin: z.number(),
  notice: z.number(),
  /** `stopped` where its job was called off, or nothing comes any more. */
  state: z.enum(['planned', 'running', 'paused', 'ended', 'stopped']),
  endsOn: z.string().nullable(),
  pauses: z.array(z.object({ from: z.string(), to: z.string().nullable() })),
  prices: z.array(z.object({ from: z.string(), percent: z.string(), total: minor })),
  /** Days that have their job, the latest first, and those to come that don't yet. */
  made: z.array(z.object({ day: z.string(), jobId: z.string(), state: z.string() })),
  next: z.array(z.object({ day: z.string(), total: minor })),
})
export type RhythmView = z.output<typeof rhythmView>
