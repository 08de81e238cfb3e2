import { z } from 'zod'
import { isDay } from '../core/calendar/dates'
import { minor, stop, stopState } from './shapes'
import { requiredLine } from './text'

const day = z.string().refine(isDay, 'This is not a day of the calendar.')
export const daysQuery = z
  .object({ from: day, to: day })
  .refine(
    (q) => q.from <= q.to && Date.parse(q.to) - Date.parse(q.from) <= 62 * 86_400_000,
    'Ask for two months at most.',
  )

const span = z.object({ starts: z.string(), ends: z.string().nullable() })
export const calendarDays = z.object({
  today: z.string(),
  currency: z.string(),
  jobs: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      client: z.string(),
      spans: z.array(span),
      state: stopState,
      words: z.string(),
      stops: z.array(stop),
      /** What it meets at the same time, in words. */
      clashes: z.array(z.string()),
    }),
  ),
  /** How many jobs there are in all on these days, how many aren’t ready, and what they come to. */
  sums: z.object({ jobs: z.number(), notReady: z.number(), total: minor }),
  /** What stands on a day beside jobs: tasks, stages, papers that lapse, notes. */
  beside: z.array(
    z.object({
      id: z.string(),
      day: z.string(),
      words: z.string(),
      kind: z.enum(['task', 'stage', 'lapse', 'entry']),
      jobId: z.string().nullable(),
    }),
  ),
  /** Other calendars, laid beneath. */
  laid: z.array(
    z.object({ id: z.string(), calendar: z.string(), from: z.string(), to: z.string(), words: z.string() }),
  ),
  calendars: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      url: z.string(),
      readAt: z.string(),
      trouble: z.string(),
      entries: z.number(),
    }),
  ),
  /** What there is of items that are limited, and the most that is taken of each on these days. */
  stock: z.array(
    z.object({ id: z.string(), description: z.string(), stock: z.number(), most: z.number(), words: z.string() }),
  ),
})
export type CalendarDays = z.output<typeof calendarDays>

export const moveQuery = z.object({ to: day })
/** What moving a job to another day would touch; nothing is done yet. */
export const moveLook = z.object({
  from: z.string(),
  to: z.string(),
  version: z.number(),
  starts: z.string(),
  effects: z.array(z.object({ state: stopState, words: z.string(), detail: z.string() })),
  /** Who can be told by mail; null where nobody can. */
  tell: z.object({ name: z.string(), email: z.string() }).nullable(),
})
export type MoveLook = z.output<typeof moveLook>
export const moveJob = z.object({ to: day, version: z.number().int(), tell: z.boolean().default(false) })

export const newLaid = z.object({
  name: requiredLine(80, 'The name'),
  url: z
    .string()
    .trim()
    .max(500)
    .refine((u) => URL.canParse(u.replace(/^webcal:/i, 'https:')), 'Give an address such as https://…'),
})
