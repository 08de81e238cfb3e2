import { and, eq, inArray, isNotNull, ne, or, sql } from 'drizzle-orm'
import { daysOf, mostWanted } from '../../core/items/stock'
import { SCALE, decimalString, multiplyDivide, tenThousandths } from '../../core/money/money'
import { type PricedLine, counts } from '../../core/pricing/pricing'
import type { ShortOf } from '../../shared/jobs'
import { db } from '../platform/db/client'
import { catalogue, jobLines, jobs } from '../platform/db/schema'
import { type LoadedJob, toLine } from '../records/job'

const sum = (numbers: readonly bigint[]) => numbers.reduce((a, b) => a + b, 0n)
/** How many of an item a line takes, by itself and as what it is made up of, in ten-thousandths. */
const takes = (l: PricedLine, item: string): bigint =>
  sum([
    l.item === item ? tenThousandths(l.quantity) : 0n,
    ...(l.contents ?? [])
      .filter((c) => c.item === item)
      .map((c) => multiplyDivide(tenThousandths(c.quantity), tenThousandths(l.quantity), SCALE)),
  ])
const itemsOf = (l: PricedLine): string[] =>
  [l.item, ...(l.contents ?? []).map((c) => c.item)].filter((i) => !!i) as string[]

const inContents = (ids: readonly string[]) =>
  sql`exists (select 1 from json_each(${jobLines.contents}) c where c.value ->> 'item' in ${ids})`

/** Items a job wants more of than there are on its days, with what other agreed jobs take of them then. */
export async function shortOf({ job, lines }: LoadedJob): Promise<ShortOf[]> {
  const mine = lines.filter((l) => itemsOf(l).length && counts(l))
  if (!mine.length || !job.starts) return []
  const items = await db()
    .select({ id: catalogue.id, description: catalogue.description, stock: catalogue.stock })
    .from(catalogue)
    .where(and(inArray(catalogue.id, [...new Set(mine.flatMap(itemsOf))]), isNotNull(catalogue.stock)))
  if (!items.length) return []
  const days = daysOf(job, 0n)
  const first = days.map((d) => d.from).sort()[0]!
  const last = days
    .map((d) => d.to)
    .sort()
    .at(-1)!
  const ids = items.map((i) => i.id)
  const rows = await db()
    .select({ job: jobs, line: jobLines })
    .from(jobLines)
    .innerJoin(jobs, eq(jobs.id, jobLines.jobId))
    .where(
      and(
        or(inArray(jobLines.item, ids), and(isNotNull(jobLines.contents), inContents(ids))),
        ne(jobs.id, job.id),
        isNotNull(jobs.agreedOn),
        sql`${jobs.sortDay} <= ${last}`,
        sql`(substr(coalesce(${jobs.ends}, ${jobs.starts}), 1, 10) >= ${first} or ${jobs.furtherDays} <> '[]')`,
      ),
    )
  return items.flatMap(({ id, description, stock }) => {
    const want = sum(mine.map((l) => takes(l, id)))
    const here = daysOf(job, want)
    const others = rows
      .map((r) => ({ job: r.job, line: toLine(r.line) }))
      .filter((r) => itemsOf(r.line).includes(id) && counts(r.line))
      .map((r) => ({ job: r.job, wanted: daysOf(r.job, takes(r.line, id)) }))
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
