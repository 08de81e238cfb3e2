import { type SQL, and, desc, eq, ne, or, sql } from 'drizzle-orm'
import { dayOf } from '../../core/calendar/dates'
import { stillHolds } from '../../core/visits/holds'
import { db } from '../platform/db/client'
import { paperRows, papers, templates } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Waivers somebody signed, or a guardian for them, that may hold beyond their own visit: all, or those of some templates. */
export const signedWaivers = (contactId: string, of?: SQL) =>
  db()
    .select({
      paperId: papers.id,
      jobId: papers.jobId,
      title: papers.title,
      since: paperRows.since,
      edition: papers.templateEdition,
      holds: templates.holds,
      now: templates.edition,
    })
    .from(papers)
    .innerJoin(templates, eq(templates.id, papers.templateId))
    .innerJoin(paperRows, eq(paperRows.paperId, papers.id))
    .where(
      and(
        eq(papers.kind, 'waiver'),
        eq(papers.state, 'signed'),
        ne(templates.holds, 'visit'),
        sql`${papers.bindings} ->> '$.guest.contactId' = ${contactId}`,
        of,
      ),
    )
    .orderBy(desc(papers.createdAt))

/** Whether what somebody signed for another visit, of a template or in another of its languages, still holds on a day. */
export async function holdsFrom(
  contactId: string,
  template: Pick<typeof templates.$inferSelect, 'id' | 'languageOf'>,
  day: string,
): Promise<boolean> {
  const family = template.languageOf ?? template.id
  const { timeZone } = await theBusiness()
  const before = await signedWaivers(contactId, or(eq(templates.id, family), eq(templates.languageOf, family)))
  return before.some((b) =>
    stillHolds(b.holds, { signedOn: dayOf(b.since, timeZone), edition: b.edition }, { day, edition: b.now }),
  )
}
