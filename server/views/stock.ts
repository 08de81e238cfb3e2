import { and, eq, inArray, isNotNull, ne, sql } from 'drizzle-orm'
import { daysOf, mostWanted } from '../../core/items/stock'
import { decimalString, tenThousandths } from '../../core/money/money'
import { counts } from '../../core/pricing/pricing'
import type { ShortOf } from '../../shared/jobs'
import { db } from '../platform/db/client'
import { catalogue, jobLines, jobs } from '../platform/db/schema'
import { type LoadedJob, toLine } from '../records/job'

const sum = (numbers: readonly bigint[]) => numbers.reduce((a, b) => a + b, 0n)

/** Items a job wants more of than there are on its days, with what other agreed jobs take of them then. */
export async function shortOf({ job, lines }: LoadedJob): Promise<ShortOf[]> {
  const mine = lines.filter((l) => l.item && counts(l))
  if (!mine.length || !job.starts) return []
  const items = await db()
    .select({ id: catalogue.id, description: catalogue.description, stock: catalogue.stock })
    .from(catalogue)
    .where(and(inArray(catalogue.id, [...new Set(mine.map((l) => l.item!))]), isNotNull(catalogue.stock)))
  if (!items.length) return []
  const days = daysOf(job, 0n)
  const first = days.map((d) => d.from).sort()[0]!
  const last = days
    .map((d) => d.to)
    .sort()
    .at(-1)!
  const rows = await db()
    .select({ job: jobs, line: jobLines })
    .from(jobLines)
    .innerJoin(jobs, eq(jobs.id, jobLines.jobId))
    .where(
      and(
        inArray(
          jobLines.item,
          items.map((i) => i.id),
        ),
        ne(jobs.id, job.id),
        isNotNull(jobs.agreedOn),
        sql`${jobs.sortDay} <= ${last}`,
        sql`(substr(coalesce(${jobs.ends}, ${jobs.starts}), 1, 10) >= ${first} or ${jobs.furtherDays} <> '[]')`,
      ),
    )
  return items.flatMap(({ id, description, stock }) => {
    const want = sum(mine.filter((l) => l.item === id).map((l) => tenThousandths(l.quantity)))
    const here = daysOf(job, want)
    const others = rows
      .filter((r) => r.line.item === id && counts(toLine(r.line)))
      .map((r) => ({ job: r.job, wanted: daysOf(r.job, tenThousandths(r.line.quantity)) }))
    const all = mostWanted(
      here,
      others.flatMap((o) => o.wanted),
    )
    if (all <= BigInt(stock!) * 10_000n) return []
    const meets = others.filter((o) => o.wanted.some((w) => here.some((h) => w.from <= h.to && w.to >= h.from)))
    const besides = new Map(meets.map((o) => [o.job.id, o.job.title]))
    return [
      {
        item: id,
        description,
        stock: stock!,
        wanted: decimalString(all),
        jobs: [...besides].slice(0, 12).map(([jobId, title]) => ({ id: jobId, title })),
      },
    ]
  })
}
