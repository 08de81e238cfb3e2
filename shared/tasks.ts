import { z } from 'zod'
import { TAGS_MAX, TAG_MAX } from '../core/tags/tags'
import { requiredLine } from './text'

const id = z.string().min(1).max(60)
const facts = z.object({
  words: requiredLine(300, 'What is to be done'),
  day: z.iso.date('This is not a day of the calendar.').nullable(),
  memberId: id.nullable(),
})
/** A task as it is given: on a job, for a person, or by itself; to a member, or to whoever has time. */
export const newTask = facts.extend({
  day: facts.shape.day.default(null),
  memberId: facts.shape.memberId.default(null),
  jobId: id.nullable().default(null),
  contactId: id.nullable().default(null),
  key: id.optional(),
})
export type NewTask = z.output<typeof newTask>
/** Other words, another day, somebody else; what isn't named stays. */
export const editTask = facts.partial()
export const taskDone = z.object({ done: z.boolean() })
/** Whose tasks: one's own with those of nobody, those of everybody, or of one job. */
export const listTasks = z.object({
  whose: z.enum(['mine', 'all']).default('mine'),
  job: id.optional(),
  done: z.enum(['1']).optional(),
})
/** All the tags of a job or person, as they are from now on. */
export const tagsGiven = z.object({
  tags: z.array(z.string().max(TAG_MAX * 2)).max(TAGS_MAX, `At most ${TAGS_MAX} tags stand on one.`),
})
