import { eq, inArray, sql } from 'drizzle-orm'
import type { Day } from '../../core/calendar/dates'
import { type Minor, minor, sum } from '../../core/money/money'
import { DAMAGE } from '../../core/payment-plan/plan'
import { statementDocument } from '../../core/statement/document'
import { type Moved, statementOf } from '../../core/statement/statement'
import { statementSays } from '../../core/statement/words'
import { renderPaper } from '../files/pool'
import { now, today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, creditNotes, dues, invoices, jobs, payments } from '../platform/db/schema'
import { putBlob } from '../platform/blobs'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { theBusiness } from '../records/business'
import { sheetHead } from './sheet'

/** What moved between the business and a client: invoices, credit notes, money, over all their jobs; deposits that are held aside. */
async function movedOf(contactId: string): Promise<{ moved: Moved[]; jobIds: string[] }> {
  const all = await db().select({ id: jobs.id, title: jobs.title }).from(jobs).where(eq(jobs.clientId, contactId))
  const jobIds = all.map((j) => j.id)
  if (jobIds.length === 0) return { moved: [], jobIds }
  const title = new Map(all.map((j) => [j.id, j.title]))
  const [asked, back, paid] = await Promise.all([
    db().select().from(invoices).where(inArray(invoices.jobId, jobIds)),
    db().select().from(creditNotes).where(inArray(creditNotes.jobId, jobIds)),
    db().select().from(payments).where(inArray(payments.jobId, jobIds)),
  ])
  const of = (jobId: string) => title.get(jobId) ?? ''
  return {
    jobIds,
    moved: [
      ...asked.map((i): Moved => ({
        day: i.issuedOn,
        of: 'invoice',
        number: i.number,
        job: of(i.jobId),
        amount: i.invoice.total,
      })),
      ...back.map((c): Moved => ({
        day: c.issuedOn,
        of: 'credit',
        number: c.number,
        job: of(c.jobId),
        amount: minor(-c.credit.total),
      })),
      ...paid
        .filter((p) => p.stage !== DAMAGE)
        .map((p): Moved => ({
          day: p.day,
          of: p.reverses ? 'reversed' : p.amount < 0 ? 'back' : 'paid',
          number: '',
          job: of(p.jobId),
          amount: minor(-p.amount),
        })),
    ],
  }
}

/** A client's statement with who it is from and to. */
async function loadStatement(contactId: string, from: Day | null) {
  const [client] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  if (!client) throw notFound('contact')
  const business = await theBusiness()
  const day = today(business.timeZone)
  const { moved, jobIds } = await movedOf(contactId)
  const open = jobIds.length
    ? await db()
        .select({ open: dues.open, dueOn: dues.dueOn })
        .from(dues)
        .where(sql`${inArray(dues.jobId, jobIds)} and ${dues.held} = 0`)
    : []
  const statement = statementOf(moved, from, {
    open: sum(open.map((d) => d.open)),
    overdue: sum(open.filter((d) => d.dueOn < day).map((d) => d.open)),
  })
  return { client, business, day, statement }
}

/** A client's statement as a PDF, in their language. */
export async function statementPdf(
  contactId: string,
  from: Day | null,
): Promise<{ bytes: Uint8Array; name: string; owed: Minor; email: string }> {
  const { client, business, day, statement } = await loadStatement(contactId, from)
  const language = client.language ?? business.settings.language
  const document = statementDocument({ ...sheetHead(business, client), language, asOf: day, from }, statement)
  const { pdf } = await renderPaper({ document, figures: null, at: now(), author: business.legalName })
  return {
    bytes: pdf,
    name: `${statementSays(language).title} ${client.name}.pdf`,
    owed: statement.owed,
    email: client.email,
  }
}

/** Sends a client their statement as it is now. With the same key it goes out once. */
export async function sendStatement(
  contactId: string,
  { from, key }: { from: Day | null; key: string },
): Promise<void> {
  const { bytes, owed, email } = await statementPdf(contactId, from)
  if (!email) throw new Problem('not-now', 'They have no e-mail address. Add it, or print the statement.')
  const sha = await putBlob(bytes, 'application/pdf')
  await enqueue('mail.statement', `statement:${contactId}:${key}`, { contactId, sha, owed })
}
