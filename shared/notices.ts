import { z } from 'zod'
import { isPhone } from '../core/text/phone'
import { noticeKinds, noticeWays } from '../core/notices/notices'
import { line } from './text'

export const noticeView = z.object({
  id: z.string(),
  kind: z.enum(noticeKinds),
  at: z.string(),
  words: z.string(),
  detail: z.string(),
  path: z.string(),
  read: z.boolean(),
})
export type NoticeView = z.output<typeof noticeView>
export const noticesView = z.object({ rows: z.array(noticeView), next: z.string().nullable(), unread: z.number() })
export type NoticesView = z.output<typeof noticesView>
/** Which have been read; null for all there are. */
export const noticesRead = z.object({ ids: z.array(z.string().max(80)).max(200).nullable() })

const ways = z.array(z.enum(noticeWays)).max(noticeWays.length)
/** What a member is told of and how, and the number they are texted at. */
export const noticeChoices = z.object({
  choices: z.record(z.enum(noticeKinds), ways),
  phone: line(40).refine((p) => p === '' || isPhone(p), 'Give a number as it is dialled, such as +44 1632 960 508.'),
})
export type NoticeChoicesView = z.output<typeof noticeChoices>
