import { asc, eq } from 'drizzle-orm'
import { majorString } from '../../core/money/money'
import { counts } from '../../core/pricing/pricing'
import { lineOf } from '../../core/line/line'
import { db } from '../platform/db/client'
import { papers } from '../platform/db/schema'
import { loadJob } from '../records/job'
import { lineFacts } from '../standing/project'
import type { JobExport } from '../../shared/out/export'
import { contactView } from './contacts'

/** A job as data for other systems: amounts in minor units, quantities as decimal strings, every state in its word. */
export async function exportJob(id: string): Promise<JobExport> {
  const loaded = await loadJob(id)
  const { job, kind, client, business, priced, stages, credit, invoice, rhythm } = loaded
  const facts = await lineFacts(loaded)
  const rows = await db()
    .select({ id: papers.id, kind: papers.kind, title: papers.title, state: papers.state })
    .from(papers)
    .where(eq(papers.jobId, id))
    .orderBy(asc(papers.createdAt))
  return {
    id: job.id,
    title: job.title,
    kind: kind.name,
    currency: business.currency,
    client: client ? contactView(client) : null,
    days: { starts: job.starts, ends: job.ends, timeZone: job.timeZone },
    place: job.place,
    people: job.people,
    facts: job.facts,
    agreedOn: job.agreedOn,
    repeats: job.repeats,
    rhythm: rhythm && {
      rule: rhythm.rule,
      from: rhythm.from,
      startedAt: rhythm.startedAt,
      endsOn: rhythm.endsOn,
      pauses: rhythm.pauses,
    },
    pricesIncludeTax: job.pricesIncludeTax,
    reverseCharge: job.reverseCharge,
    discount: job.discount,
    lines: loaded.lines.map((l, i) => ({
      key: l.key,
      description: l.description,
      quantity: l.quantity,
      unit: l.unit,
      unitPrice: l.unitPrice,
      discount: priced.lines[i]!.discount,
      taxRate: l.taxRate,
      optional: l.optional,
      chosen: counts(l),
      net: priced.lines[i]!.net,
      section: l.section?.name ?? null,
      variant: l.variant?.name ?? null,
      ...(l.contents ? { contents: l.contents } : {}),
    })),
    totals: {
      subtotal: priced.subtotal,
      discount: priced.discount,
      net: priced.net,
      tax: priced.tax,
      total: priced.total,
      shown: majorString(priced.total, business.currency),
      byRate: priced.groups,
    },
    stages,
    credit,
    payments: loaded.payments.map((p) => ({
      stage: p.stage,
      amount: p.amount,
      method: p.method,
      at: p.at,
      reference: p.reference,
    })),
    invoice: invoice
      ? { number: invoice.number, issuedOn: invoice.issuedOn, state: facts.invoice!.state, ...invoice.invoice }
      : null,
    invoices: loaded.invoices.map((i) => ({ number: i.number, issuedOn: i.issuedOn, stage: i.stage, ...i.invoice })),
    credits: loaded.credits.map((c) => ({ number: c.number, issuedOn: c.issuedOn, ...c.credit })),
    papers: rows,
    line: lineOf(facts, loaded.today).map((s) => ({ key: s.key, state: s.state, note: s.note })),
  }
}
