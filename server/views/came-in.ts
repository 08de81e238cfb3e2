import { and, desc, eq, inArray, sql } from 'drizzle-orm'
import type { MailInView } from '../../shared/out/systems'
import { db } from '../platform/db/client'
import { contacts, jobs, mailIn } from '../platform/db/schema'
import { theBusiness } from '../records/business'

const SHOWN = 100
/** Letters that came in, the newest first, and where they are fetched. */
export async function mailView(): Promise<MailInView> {
  const { settings, timeZone } = await theBusiness()
  const rows = await db()
    .select({ mail: mailIn, job: { id: jobs.id, title: jobs.title }, person: { id: contacts.id, name: contacts.name } })
    .from(mailIn)
    .leftJoin(jobs, eq(jobs.id, mailIn.jobId))
    .leftJoin(contacts, eq(contacts.id, mailIn.contactId))
    .orderBy(desc(mailIn.at), desc(mailIn.id))
    .limit(SHOWN)
  const { mailbox } = settings
  return {
    rows: rows.map(({ mail: { id, at, kind, from, subject, text, files, leftOut }, job, person }) => ({
      ...{ id, at, kind, from, subject, text, leftOut, job, person },
      files: files.map((f) => f.name),
    })),
    mailbox: mailbox && { host: mailbox.host, port: mailbox.port, user: mailbox.user },
    timeZone,
  }
}

/** What came back from each of some people’s addresses last, in words; only where it is still the address they have. */
export async function bouncesOf(ids: readonly string[]): Promise<Map<string, string>> {
  if (!ids.length) return new Map()
  const rows = await db()
    .select({ id: mailIn.contactId, why: mailIn.text })
    .from(mailIn)
    .innerJoin(contacts, eq(contacts.id, mailIn.contactId))
    .where(
      and(
        inArray(mailIn.contactId, [...ids]),
        eq(mailIn.kind, 'bounce'),
        sql`lower(${mailIn.from}) = lower(${contacts.email})`,
      ),
    )
    .orderBy(mailIn.at)
  return new Map(rows.map((r) => [r.id!, r.why]))
}
