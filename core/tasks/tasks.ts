import { Temporal } from 'temporal-polyfill'
import { type Day, addDays } from '../calendar/dates'
import type { StopState } from '../line/line'

/** What a task is known by when it is put in order: by when, and whether it is done. */
export interface TaskDays {
  /** The day it is to be done by; null where it has none. */
  day: Day | null
  /** When it was done, an instant; null while it isn't. */
  doneAt: string | null
}
export type TaskStanding = 'late' | 'today' | 'coming' | 'some day' | 'done'

/** How a task stands on a day. */
export function taskStanding({ day, doneAt }: TaskDays, today: Day): TaskStanding {
  if (doneAt) return 'done'
  if (!day) return 'some day'
  return day < today ? 'late' : day === today ? 'today' : 'coming'
}

/** Its mark: by shape first, colour second. */
export const TASK_MARK: Readonly<Record<TaskStanding, StopState>> = {
  late: 'trouble',
  today: 'yours',
  coming: 'not-yet',
  'some day': 'not-yet',
  done: 'settled',
}

/** The order tasks are seen to: what is late first, by its day; without a day after all that have one; done last, the latest first. */
export function inOrder<T extends TaskDays & { id: string }>(tasks: readonly T[]): T[] {
  const key = (t: T) => (t.doneAt ? '2' : t.day ? `0${t.day}` : '1')
  return [...tasks].sort((a, b) => {
    if (a.doneAt && b.doneAt) return a.doneAt < b.doneAt ? 1 : a.doneAt > b.doneAt ? -1 : a.id < b.id ? -1 : 1
    const [x, y] = [key(a), key(b)]
    return x < y ? -1 : x > y ? 1 : a.id < b.id ? -1 : 1
  })
}

export const PUT_OFF = ['tomorrow', 'a week', 'a month'] as const
export type PutOff = (typeof PUT_OFF)[number]
/** The day a task is put off to: from its own day where that is still to come, from today where it has passed or there is none. */
export function putOff(day: Day | null, by: PutOff, today: Day): Day {
  const from = day && day > today ? day : today
  return by === 'tomorrow'
    ? addDays(from, 1)
    : by === 'a week'
      ? addDays(from, 7)
      : Temporal.PlainDate.from(from).add({ months: 1 }).toString()
}
