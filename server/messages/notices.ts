import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import { mayAny } from '../../core/members/rights'
import { type NoticeKind, waysOf } from '../../core/notices/notices'
import { atClock } from '../../core/rounds/times'
import { type Heard, HEARD } from '../../shared/rounds'
import { later, now, today } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db, write } from '../platform/db/client'
import { contacts, jobs, members, notices } from '../platform/db/schema'
import { hashToken } from '../platform/ids'
import { enqueue } from '../queue/outbox'
import { type Business, businessOrNone, theBusiness } from '../records/business'
import { tellScreens } from '../standing/touch'
import { post, text } from './compose'

type Member = typeof members.$inferSelect
export interface Told {
  /** What it is of: told twice it is one. */
  key: string
  kind: NoticeKind
  subject: string
  words: string
  /** Where it leads to, within Upwold. */
  path: string
  jobId: string | null
  button: string
}
/** The hour the letter of the day goes out, where the business is. */
const DAILY = '07:00'
/** The kind of notice where what it is about has another name. */
const OF: Partial<Record<string, NoticeKind>> = { accepted: 'signed', passed: 'declined', lapsed: 'declined' }

/** Tells members of something, each as they chose; `n` tells their letters apart. */
async function tell(list: readonly Member[], told: Told, business: Business, quiet?: Heard): Promise<void> {
  const { key, kind, subject, words, path, jobId } = told
  for (const [n, m] of list.entries()) {
    if (kind === 'money' && !mayAny(m, ['money', 'book'])) continue
    const ways = waysOf(kind, { choices: m.notices, role: m.role, phone: m.phone })
    // Where they chose nothing themselves, owners are mailed what the business says.
    const mail = ways.includes('mail') && !(quiet && !m.notices?.[kind] && m.role === 'owner')
    if (!ways.length) continue
    await write(async (tx) => {
      await tx
        .insert(notices)
        .values({
          id: hashToken(`${m.id} ${key}`).slice(0, 32),
          ...{ memberId: m.id, key, kind, at: now(), path, jobId },
          words: subject.slice(0, 300),
          detail: words.slice(0, 1000),
          listed: ways.includes('here') ? 'yes' : 'no',
          daily: ways.includes('daily') ? 'waits' : null,
        })
        .onConflictDoNothing()
      tellScreens(null)
    })
    if (mail)
      await post(business, {
        key: `${key}:${n}`,
        to: m.email,
        subject,
        paragraphs: [words],
        button: { label: told.button, to: `${useConfig().origin}${path}` },
      })
    if (ways.includes('text')) await text(business, `${key}:t${n}`, m.phone, `${business.name}: ${subject}`, null)
  }
}

const here = () =>
  db().select().from(members).where(isNull(members.removedAt)).orderBy(asc(members.createdAt), asc(members.id))

/** Tells everybody who wants to know of something on a job; owners first, so that their letters keep their keys. */
export async function tellOfJob(
  key: string,
  jobId: string,
  subject: string,
  words: string,
  about: string,
): Promise<void> {
  const business = await theBusiness()
  const heard = HEARD.find((h) => h === about)
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, jobId))
  const all = await here()
  const list = [...all.filter((m) => m.role === 'owner'), ...all.filter((m) => m.role !== 'owner')]
  const told: Told = {
    ...{ key, words, jobId, path: `/jobs/${jobId}`, button: 'Open the job' },
    kind: OF[about] ?? (about as NoticeKind),
    subject: `${subject}, ${job?.title ?? ''}`,
  }
  const quiet = heard && !business.settings.byMail.includes(heard) ? heard : undefined
  await tell(list, told, business, quiet)
}

/** Tells everybody who wants to know what somebody asks on their own page. */
export async function tellOfPerson(key: string, contactId: string, words: string): Promise<void> {
  const [who] = await db().select({ name: contacts.name }).from(contacts).where(eq(contacts.id, contactId))
  const subject = `A question from ${who?.name.slice(0, 80) ?? 'somebody'}`
  const told: Told = { key, kind: 'asks', subject, words, path: `/people/${contactId}`, jobId: null, button: 'Open it' }
  await tell(await here(), told, await theBusiness())
}

/** Tells one member of what is theirs. */
export async function tellMember(
  key: string,
  memberId: string,
  message: { subject: string; words: string; path: string; kind?: NoticeKind },
): Promise<void> {
  const list = (await here()).filter((m) => m.id === memberId)
  const told = { key, jobId: null, button: 'Open it', kind: message.kind ?? ('mine' as const) }
  await tell(list, { ...message, ...told }, await theBusiness())
}

/** The letter of the day: what was kept for it, to each in one; said once. */
export async function dailyLetters(): Promise<{ again: string }> {
  const business = await businessOrNone()
  // Nobody has begun it yet.
  if (!business) return { again: later(3600) }
  const day = today(business.timeZone)
  const rows = await db()
    .select({ notice: notices, member: members })
    .from(notices)
    .innerJoin(members, eq(members.id, notices.memberId))
    .where(and(eq(notices.daily, 'waits'), isNull(members.removedAt)))
    .orderBy(asc(notices.at))
  for (const member of new Map(rows.map((r) => [r.member.id, r.member])).values()) {
    const mine = rows.filter((r) => r.member.id === member.id).map((r) => r.notice)
    await post(business, {
      key: `daily:${member.id}:${day}:${mine.at(-1)!.id.slice(0, 12)}`,
      to: member.email,
      subject: mine.length === 1 ? 'One thing since yesterday' : `${mine.length} things since yesterday`,
      paragraphs: mine.map((n) => [n.words, n.detail].filter(Boolean).join('\n')).slice(0, 60),
      button: { label: 'Open Upwold', to: `${useConfig().origin}/notices` },
    })
    await write((tx) =>
      tx
        .update(notices)
        .set({ daily: 'told' })
        .where(
          inArray(
            notices.id,
            mine.map((n) => n.id),
          ),
        ),
    )
  }
  return { again: atClock(now(), DAILY, business.timeZone) }
}
/** Sees to it that the letters of the day go out. Asked at every start, it is one errand. */
export const keepDailyLetters = (): Promise<void> => enqueue('notices.daily', 'notices.daily', {})
