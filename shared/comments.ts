import { z } from 'zod'
import { prose } from './text'

export const commented = z.enum(['paper', 'template'])
const recordId = z.string().min(1).max(80)

/** Something said about a paper or template, or an answer to what was said; the same key twice says it once. */
export const newComment = z.object({
  on: commented,
  of: recordId,
  block: recordId.nullable().default(null),
  answers: recordId.nullable().default(null),
  words: prose(2000).pipe(z.string().trim().min(1, 'Write a few words first.')),
  key: z.string().min(1).max(60),
})
export const commentsOf = z.object({ on: commented, of: recordId })
export const resolveComment = z.object({ resolved: z.boolean() })

/** What was said, with its answers, oldest first. */
const said = z.object({ id: z.string(), by: z.string(), words: z.string(), at: z.string() })
export const commentView = said.extend({
  block: z.string().nullable(),
  resolved: z.boolean(),
  answers: z.array(said),
})
export type CommentView = z.output<typeof commentView>
