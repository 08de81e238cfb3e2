import { asc, desc, eq, inArray } from 'drizzle-orm'
import { factWords } from '../../core/facts/facts'
import { majorString } from '../../core/money/money'
import { lineOf, standing } from '../../core/line/line'
import { groupedBy } from '../../core/lists/grouped'
import type { SheetCell, TableKind } from '../../shared/lists'
import { tableFile } from '../files/table'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, jobs, kinds, paperAnswers, papers, standings, tags, templates } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { breathe } from '../platform/turns'
import { theBusiness } from '../records/business'
import type { OutFile } from './paper-files'

/** The most rows a list as a file has. */
const MOST = 50_000
const AT_ONCE = 500

/** Every job, a row each, as a table that can be brought in again; further facts have a column each. */
export async function jobsFile(as: TableKind): Promise<OutFile> {
  const { currency, timeZone, settings } = await theBusiness()
  const day = today(timeZone)
  const [rows, kindRows, tagRows] = await Promise.all([
    db()
      .select({ job: jobs, client: contacts, kind: kinds.name, standing: standings })
      .from(jobs)
      .leftJoin(contacts, eq(contacts.id, jobs.clientId))
      .leftJoin(kinds, eq(kinds.id, jobs.kindId))
      .leftJoin(standings, eq(standings.jobId, jobs.id))
      .orderBy(asc(jobs.sortDay), asc(jobs.id))
      .limit(MOST),
    db().select().from(kinds),
    db().select().from(tags).where(eq(tags.of, 'job')).orderBy(asc(tags.position)),
  ])
  const facts = [...new Map(kindRows.flatMap((k) => k.settings.facts).map((f) => [f.key, f])).values()]
  const tagged = groupedBy(tagRows, (t) => t.ofId)
  const amount = (n: number | null | undefined): SheetCell =>
    n === null || n === undefined
      ? null
      : as === 'xlsx'
        ? Number(majorString(n as never, currency))
        : majorString(n as never, currency)
  const table: SheetCell[][] = [
    [
      'title',
      'kind',
      'client',
      'email',
      'phone',
      'day',
      'time',
      'last day',
      'until',
      'place',
      'people',
      'notes',
      'state',
      'total',
      'paid',
      'tags',
      ...facts.map((f) => f.label),
    ],
  ]
  for (const [i, { job, client, kind, standing: s }] of rows.entries()) {
    if (i % AT_ONCE === 0) await breathe()
    const words = s ? standing(lineOf(s.facts, day), s.facts).words : ''
    table.push([
      job.title,
      kind ?? '',
      client?.name ?? '',
      client?.email ?? '',
      client?.phone ?? '',
      job.starts?.slice(0, 10) ?? '',
      job.starts?.slice(11) ?? '',
      job.ends?.slice(0, 10) ?? '',
      job.ends?.slice(11) ?? '',
      job.place,
      job.people,
      job.notes,
      words,
      amount(s?.total),
      amount(s?.paid),
      (tagged.get(job.id) ?? []).map((t) => t.tag).join(', '),
      ...facts.map((f) => factWords(f, job.facts[f.key] ?? '', settings.locale)),
    ])
  }
  return tableFile('Jobs', table, as)
}

/** What was filled on every paper of a template that was signed, a row each: who, when, and a column for each value. */
export async function answersFile(templateId: string, as: TableKind): Promise<OutFile> {
  const [template] = await db().select().from(templates).where(eq(templates.id, templateId))
  if (!template) throw notFound('template')
  const filled = await db()
    .select({
      paper: { bindings: papers.bindings },
      job: { title: jobs.title, day: jobs.day, clientId: jobs.clientId },
      values: paperAnswers.values,
    })
    .from(paperAnswers)
    .innerJoin(papers, eq(papers.id, paperAnswers.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(eq(paperAnswers.templateId, templateId))
    .orderBy(desc(paperAnswers.at))
    .limit(MOST)
  const columns = [...new Set(filled.flatMap(({ values }) => Object.keys(values)))]
  const ids = [...new Set(filled.flatMap((of) => whoseId(of) ?? []))]
  const people = ids.length
    ? await db().select({ id: contacts.id, name: contacts.name }).from(contacts).where(inArray(contacts.id, ids))
    : []
  const names = new Map(people.map((p) => [p.id, p.name]))
  return tableFile(
    `${template.name}, answers`,
    [
      ['job', 'day', 'who', ...columns],
      ...filled.map((of) => [
        of.job.title,
        of.job.day ?? '',
        names.get(whoseId(of) ?? '') ?? '',
        ...columns.map((c) => of.values[c] ?? ''),
      ]),
    ],
    as,
  )
}
/** Whose paper it is: the guest's where it is made out to one, else the client's. */
function whoseId({
  paper,
  job,
}: {
  paper: Pick<typeof papers.$inferSelect, 'bindings'>
  job: { clientId: string | null }
}): string | null {
  const guest = paper.bindings.guest
  return guest && 'contactId' in guest ? (guest.contactId ?? null) : job.clientId
}
