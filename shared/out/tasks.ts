import { z } from 'zod'

export const taskView = z.object({
  id: z.string(),
  words: z.string(),
  day: z.string().nullable(),
  job: z.object({ id: z.string(), title: z.string() }).nullable(),
  person: z.object({ id: z.string(), name: z.string() }).nullable(),
  member: z.object({ id: z.string(), name: z.string() }).nullable(),
  by: z.string(),
  doneAt: z.string().nullable(),
  doneBy: z.string().nullable(),
})
export type TaskView = z.output<typeof taskView>
export const tasksView = z.object({
  today: z.string(),
  tasks: z.array(taskView),
  /** How many are open of each member, and of nobody. */
  open: z.array(z.object({ id: z.string().nullable(), name: z.string(), n: z.number() })),
})
export type TasksView = z.output<typeof tasksView>
/** Every tag there is, with how many have it. */
export const tagCounts = z.object({
  job: z.array(z.object({ tag: z.string(), n: z.number() })),
  person: z.array(z.object({ tag: z.string(), n: z.number() })),
})
export type TagCounts = z.output<typeof tagCounts>
export const tagList = z.object({ tags: z.array(z.string()) })
