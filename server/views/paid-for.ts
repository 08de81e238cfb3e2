import { inArray } from 'drizzle-orm'
import { referencesIn, spaced } from '../../core/money/reference'
import type { PaidFor } from '../../shared/overview'
import { stagesBy } from '../money/reference'
import { db } from '../platform/db/client'
import { invoices } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { loadJob } from '../records/job'

/** Words of a line that may be numbers of invoices: what has a digit in it. */
const numbersIn = (text: string): string[] =>
  [...new Set(text.split(/[\s,;:/]+/).filter((w) => /\d/.test(w) && w.length <= 40))].slice(0, 40)

/**
 * What a payment may be for: the stages of the references in a line of a bank's statement, or of the invoices it names. A
 * reference counts only where it was given; where further digits follow, the longest that was.
 */
export async function paidFor(text: string): Promise<PaidFor> {
  const found = referencesIn(text)
  const given = await stagesBy(found.flatMap((f) => f.readings))
  const stages: PaidFor['stages'] = []
  const add = async (jobId: string, key: string | null, by: string) => {
    const { job, client, stages: all } = await loadJob(jobId)
    const stage = all.find((s) => (key === null ? !s.held && s.open > 0 : s.key === key))
    if (!stage || stages.some((s) => s.jobId === jobId && s.stage === stage.key)) return
    const { key: of, label, open } = stage
    stages.push({ jobId, title: job.title, client: client?.name ?? '', stage: of, label, open, by })
  }
  for (const { readings } of found) {
    const one = readings.find((r) => given.has(r))
    const of = one && given.get(one)
    if (of) await add(of.jobId, of.stage, spaced(one))
  }
  const words = numbersIn(text)
  const rows = words.length
    ? await db()
        .select({ number: invoices.number, jobId: invoices.jobId, stage: invoices.stage })
        .from(invoices)
        .where(inArray(invoices.number, words))
    : []
  for (const r of rows) await add(r.jobId, r.stage, `invoice ${r.number}`)
  return {
    stages,
    broken: found
      .flatMap((f) => (f.readings.some((r) => given.has(r)) ? [] : (f.broken ?? f.readings[0]!)))
      .map(spaced),
    currency: (await theBusiness()).currency,
  }
}
