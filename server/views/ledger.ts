import { and, asc, eq, gte, lte, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import { type Account, inOrder } from '../../core/ledger/ledger'
import { type Minor, majorString } from '../../core/money/money'
import type { journalQuery, ledgerRowsQuery, LedgerRows, LedgerView } from '../../shared/ledger'
import { toCsv } from '../platform/csv'
import { db } from '../platform/db/client'
import { contacts, creditNotes, invoices, jobs, ledgerEntries, payments } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** What stands on each account, and tax by rate and month. */
export async function ledgerView(): Promise<LedgerView> {
  const { currency, settings } = await theBusiness()
  const [accounts, taxed] = await Promise.all([
    db()
      .select({ account: ledgerEntries.account, balance: sql<Minor>`sum(${ledgerEntries.amount})` })
      .from(ledgerEntries)
      .groupBy(ledgerEntries.account),
    db()
      .select({
        month: sql<string>`substr(${ledgerEntries.day}, 1, 7)`,
        account: ledgerEntries.account,
        amount: sql<Minor>`-sum(${ledgerEntries.amount})`,
      })
      .from(ledgerEntries)
      .where(sql`${ledgerEntries.account} like 'revenue %' or ${ledgerEntries.account} like 'tax %'`)
      .groupBy(sql`1`, ledgerEntries.account),
  ])
  const of = (month: string, account: Account) =>
    taxed.find((t) => t.month === month && t.account === account)?.amount ?? (0 as Minor)
  const rates = new Set(taxed.map((t) => `${t.month} ${t.account.split(' ')[1]!}`))
  return {
    currency,
    closedTo: settings.closedTo,
    accounts: accounts
      .sort((a, b) => inOrder(a.account, b.account))
      .map((a) => ({ ...a, number: settings.accountNumbers[a.account] ?? '' })),
    taxes: [...rates]
      .map((r) => r.split(' ') as [string, string])
      .map(([month, rate]) => ({ month, rate, net: of(month, `revenue ${rate}`), tax: of(month, `tax ${rate}`) }))
      .sort((a, b) =>
        a.month === b.month ? (Number(b.rate) || 0) - (Number(a.rate) || 0) : a.month < b.month ? 1 : -1,
      ),
  }
}

/** Entries with what posted them: bookings, invoices and credit notes, each with its job and client. */
const entries = (where: SQL | undefined) =>
  db()
    .select({
      id: ledgerEntries.id,
      day: ledgerEntries.day,
      event: ledgerEntries.event,
      account: ledgerEntries.account,
      amount: ledgerEntries.amount,
      jobId: ledgerEntries.jobId,
      job: sql<string>`coalesce(${jobs.title}, '')`,
      client: sql<string>`coalesce(${contacts.name}, '')`,
      /** The number of an invoice or credit note. */
      number: sql<string>`coalesce(${invoices.number}, ${creditNotes.number}, '')`,
      method: sql<string>`coalesce(${payments.method}, '')`,
      reverses: sql<string | null>`${payments.reverses}`,
      words: sql<string>`coalesce(${payments.words}, '')`,
    })
    .from(ledgerEntries)
    .leftJoin(jobs, eq(jobs.id, ledgerEntries.jobId))
    .leftJoin(contacts, eq(contacts.id, jobs.clientId))
    .leftJoin(
      payments,
      sql`${payments.id} = substr(${ledgerEntries.event}, 9) and ${ledgerEntries.event} like 'payment:%'`,
    )
    .leftJoin(
      invoices,
      sql`${invoices.id} = substr(${ledgerEntries.event}, 9) and ${ledgerEntries.event} like 'invoice:%'`,
    )
    .leftJoin(
      creditNotes,
      sql`${creditNotes.id} = substr(${ledgerEntries.event}, 8) and ${ledgerEntries.event} like 'credit:%'`,
    )
    .where(where)
    .orderBy(asc(ledgerEntries.day), asc(ledgerEntries.id))

const saidOf = (e: {
  event: string
  number: string
  method: string
  reverses: string | null
  words: string
}): string =>
  e.event.startsWith('invoice:')
    ? `Invoice ${e.number}`
    : e.event.startsWith('credit:')
      ? `Credit note ${e.number}`
      : [e.reverses ? 'Taken back' : e.method === 'kept' ? 'Deposit kept' : 'Booking', e.words]
          .filter(Boolean)
          .join(': ')

/** The entries of one account, in the order of their days; a page at a time. */
export async function ledgerRows({ account, from, to, after }: z.output<typeof ledgerRowsQuery>): Promise<LedgerRows> {
  const PAGE = 100
  const at = after?.split('|')
  const rows = await entries(
    and(
      eq(ledgerEntries.account, account as Account),
      from ? gte(ledgerEntries.day, from) : undefined,
      to ? lte(ledgerEntries.day, to) : undefined,
      at ? sql`(${ledgerEntries.day}, ${ledgerEntries.id}) > (${at[0]!}, ${Number(at[1])})` : undefined,
    ),
  ).limit(PAGE + 1)
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  return {
    rows: shown.map((r) => ({
      id: r.id,
      day: r.day,
      words: saidOf(r),
      jobId: r.jobId,
      job: r.job,
      client: r.client,
      amount: r.amount,
    })),
    next: rows.length > PAGE && last ? `${last.day}|${last.id}` : null,
  }
}

const HEADS = ['day', 'entry', 'account', 'number', 'debit', 'credit', 'currency', 'document', 'job', 'client', 'words']
/** The journal of some days as CSV: a line each entry, with the bookkeeper's own numbers; amounts with a point. */
export async function journalFile({
  from,
  to,
}: z.output<typeof journalQuery>): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  const { currency, settings } = await theBusiness()
  const rows = await entries(and(gte(ledgerEntries.day, from), lte(ledgerEntries.day, to)))
  const text = toCsv([
    HEADS,
    ...rows.map((r) => [
      r.day,
      r.event,
      r.account,
      settings.accountNumbers[r.account] ?? '',
      r.amount > 0 ? majorString(r.amount, currency) : '',
      r.amount < 0 ? majorString((r.amount * -1) as Minor, currency) : '',
      currency,
      r.number,
      r.job,
      r.client,
      saidOf(r),
    ]),
  ])
  return { bytes: new TextEncoder().encode(text), name: `journal-${from}-${to}.csv`, type: 'text/csv; charset=utf-8' }
}
