import { asc, eq, inArray } from 'drizzle-orm'
import { leftOf } from '../../core/invoices/credit'
import type { InvoicedBefore } from '../../core/invoices/invoice'
import { invoicedSoFar } from '../../core/invoices/so-far'
import { inForce, lessCredited, planStages, type Stage, stagesCalledOff } from '../../core/payment-plan/plan'
import { type Priced, type PricedLine, type Pricing, type TaxGroup, price } from '../../core/pricing/pricing'
import { type Minor, subtract } from '../../core/money/money'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  contacts,
  creditNotes,
  guests,
  invoices,
  jobLines,
  jobs,
  kinds,
  payments,
  rhythms,
} from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { type Business, theBusiness } from './business'

type Row<T extends { $inferSelect: unknown }> = T['$inferSelect']
export interface LoadedJob {
  job: Row<typeof jobs>
  kind: Row<typeof kinds>
  client: Row<typeof contacts> | null
  guests: Row<typeof contacts>[]
  lines: PricedLine[]
  pricing: Pricing
  priced: Priced
  /** Bookings that count, the first first. */
  payments: Row<typeof payments>[]
  /** All bookings, those that were taken back among them. */
  bookings: Row<typeof payments>[]
  stages: Stage[]
  /** The stages as they were agreed, whatever was credited or called off since: what papers say. */
  agreedStages: Stage[]
  credit: Minor
  /** How it repeats; null where it is one-off, or one that was put down by a rhythm. */
  rhythm: Row<typeof rhythms> | null
  /** The last invoice of the whole; null while there is none. */
  invoice: Row<typeof invoices> | null
  /** All invoices, those of stages among them, the first first; and what of them counts for the next. */
  invoices: Row<typeof invoices>[]
  before: InvoicedBefore[]
  /** What was taken back of them. */
  credits: Row<typeof creditNotes>[]
  /** What of that takes off what is owed. */
  credited: Minor
  business: Business
  today: string
}

/** What a job's prices are: with tax or without, and who owes it. */
export const basisOf = ({ pricesIncludeTax, reverseCharge }: Row<typeof jobs>) => ({
  pricesIncludeTax,
  ...(reverseCharge ? { reverseCharge } : {}),
})

/** What of an invoice of a job wasn't taken back, by rate. */
export const leftOfInvoice = (
  { credits }: Pick<LoadedJob, 'credits'>,
  { id, invoice }: Pick<Row<typeof invoices>, 'id' | 'invoice'>,
): TaxGroup[] =>
  leftOf(
    invoice.groups,
    credits.filter((c) => c.invoiceId === id).map((c) => c.credit),
  )

export function toLine(row: typeof jobLines.$inferSelect): PricedLine {
  const {
    jobId: _job,
    position: _position,
    words,
    item,
    picture,
    per,
    breaks,
    contents,
    section,
    variant,
    ...line
  } = row
  const rarer = { words, item, picture, per, breaks, contents, section, variant }
  return { ...line, ...Object.fromEntries(Object.entries(rarer).filter(([, value]) => value)) }
}

/** Everything about one job that its papers, money and line are worked out from. */
export async function loadJob(id: string): Promise<LoadedJob> {
  const d = db()
  const [job] = await d.select().from(jobs).where(eq(jobs.id, id))
  if (!job) throw notFound('job')
  const [kind] = await d.select().from(kinds).where(eq(kinds.id, job.kindId))
  const [client] = job.clientId ? await d.select().from(contacts).where(eq(contacts.id, job.clientId)) : []
  const lines = (await d.select().from(jobLines).where(eq(jobLines.jobId, id)).orderBy(asc(jobLines.position))).map(
    toLine,
  )
  const paid = await d.select().from(payments).where(eq(payments.jobId, id)).orderBy(asc(payments.at))
  const raised = await d
    .select()
    .from(invoices)
    .where(eq(invoices.jobId, id))
    .orderBy(asc(invoices.createdAt), asc(invoices.number))
  const credits = raised.length
    ? await d.select().from(creditNotes).where(eq(creditNotes.jobId, id)).orderBy(asc(creditNotes.createdAt))
    : []
  const coming = await d.select().from(guests).where(eq(guests.jobId, id)).orderBy(asc(guests.position))
  const people = coming.length
    ? await d
        .select()
        .from(contacts)
        .where(
          inArray(
            contacts.id,
            coming.map((g) => g.contactId),
          ),
        )
    : []
  const [rhythm] = job.repeats ? [] : await d.select().from(rhythms).where(eq(rhythms.jobId, id))
  const business = await theBusiness()
  const pricing: Pricing = { lines, discount: job.discount, ...basisOf(job) }
  const priced = price(pricing)
  const day = today(business.timeZone)
  const of = { plan: job.plan, acceptedOn: job.agreedOn, today: day, payments: inForce(paid) }
  const agreed = planStages({ ...of, total: priced.total, jobDay: job.day })
  const { before, credited } = invoicedSoFar(raised, credits)
  const owed = subtract(priced.total, credited)
  const { stages, credit } = job.calledOff
    ? stagesCalledOff({ ...of, calledOff: job.calledOff })
    : credited > 0
      ? lessCredited(planStages({ ...of, total: owed, jobDay: job.day }), owed)
      : agreed
  return {
    job,
    kind: kind!,
    client: client ?? null,
    guests: coming.map((g) => people.find((p) => p.id === g.contactId)!),
    lines,
    pricing,
    priced,
    payments: of.payments,
    bookings: paid,
    stages,
    agreedStages: agreed.stages,
    credit,
    rhythm: rhythm ?? null,
    invoice: raised.findLast((i) => i.stage === null) ?? null,
    invoices: raised,
    before,
    credits,
    credited,
    business,
    today: day,
  }
}
