import { and, desc, eq, inArray, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { columnOf } from '../../core/how/columns'
import type { AnswersView, DiffersView, answersQuery } from '../../shared/answers'
import { writeBackRows } from '../papers/write-back'
import { db } from '../platform/db/client'
import { contacts, jobs, paperAnswers, papers, templates } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { contains, pageKey, readEnd } from './listed'

const PAGE = 50
/** Columns are told from so many of the newest. */
const COUNTED = 1000
const WHO = sql<string>`coalesce((select name from ${contacts} where id = coalesce(${papers.bindings} ->> '$.guest.contactId', ${jobs.clientId})), '')`

/** What was filled on the papers of a template over all jobs, the newest first. */
export async function answersView(
  id: string,
  { after, column, find }: z.output<typeof answersQuery>,
): Promise<AnswersView> {
  const [template] = await db()
    .select({ id: templates.id, name: templates.name })
    .from(templates)
    .where(eq(templates.id, id))
  if (!template) throw notFound('template')
  const end = readEnd(after)
  const value = sql`(select v.value from json_each(${paperAnswers.values}) v where v.key = ${column})`
  const [rows, all] = await Promise.all([
    db()
      .select({
        id: paperAnswers.paperId,
        at: paperAnswers.at,
        values: paperAnswers.values,
        job: { id: jobs.id, title: jobs.title, day: jobs.day },
        who: WHO,
      })
      .from(paperAnswers)
      .innerJoin(papers, eq(papers.id, paperAnswers.paperId))
      .innerJoin(jobs, eq(jobs.id, papers.jobId))
      .where(
        and(
          eq(paperAnswers.templateId, id),
          find ? (column ? contains(value, find) : contains(paperAnswers.values, find)) : undefined,
          end ? sql`(${paperAnswers.at}, ${paperAnswers.paperId}) < (${end[0]}, ${end[1]})` : undefined,
        ),
      )
      .orderBy(desc(paperAnswers.at), desc(paperAnswers.paperId))
      .limit(PAGE + 1),
    end
      ? []
      : db()
          .select({ values: paperAnswers.values })
          .from(paperAnswers)
          .where(eq(paperAnswers.templateId, id))
          .orderBy(desc(paperAnswers.at))
          .limit(COUNTED),
  ])
  const names = [...new Set(all.flatMap((r) => Object.keys(r.values)))]
  const shown = rows.slice(0, PAGE)
  const last = shown.at(-1)
  return {
    template,
    columns: names.map((name) =>
      columnOf(
        name,
        all.map((r) => r.values[name] ?? ''),
      ),
    ),
    counted: all.length,
    rows: shown,
    next: rows.length > PAGE && last ? pageKey(last.at, last.id) : null,
  }
}

/** What records say otherwise than what was filled on some papers of a template. */
export async function differsOf(templateId: string, ids: readonly string[]): Promise<DiffersView> {
  const mine = await db()
    .select({ id: papers.id })
    .from(papers)
    .where(and(eq(papers.templateId, templateId), inArray(papers.id, [...ids])))
  const rows: DiffersView['rows'] = []
  for (const { id } of mine)
    for (const { path, label, now, given, conflict } of await writeBackRows(id))
      rows.push({ paperId: id, path, label, now, given, conflict })
  return { rows }
}
