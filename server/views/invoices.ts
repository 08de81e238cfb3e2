import { sql, eq, desc } from 'drizzle-orm'
import type { InvoiceRow } from '../../shared/overview'
import { db } from '../platform/db/client'
import { invoices, jobs, contacts } from '../platform/db/schema'

export async function listInvoices(limit = 100): Promise<InvoiceRow[]> {
  const rows = await db()
    .select({
      id: invoices.id,
      number: invoices.number,
      issuedOn: invoices.issuedOn,
      jobId: invoices.jobId,
      jobTitle: jobs.title,
      client: sql<string>`coalesce(${contacts.name}, '')`,
      invoice: invoices.invoice,
      pdfSha: invoices.pdfSha,
    })
    .from(invoices)
    .innerJoin(jobs, eq(jobs.id, invoices.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .orderBy(desc(invoices.number))
    .limit(limit)
  return rows.map(({ invoice, pdfSha, ...r }) => ({
    ...r,
    total: invoice.total,
    balance: invoice.balance,
    dueOn: invoice.dueOn,
    ready: !!pdfSha,
  }))
}
