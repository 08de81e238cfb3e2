import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm'
import type { z } from 'zod'
import type { Act, FollowUp } from '../../core/follow-ups/model'
import { startersFor } from '../../core/follow-ups/starters'
import { VALUES } from '../../core/follow-ups/values'
import { actWords, sentenceOf, whenWords } from '../../core/follow-ups/words'
import type { runsQuery } from '../../shared/follow-ups'
import type { FollowUpsView, RunView, RunsView } from '../../shared/out/follow-ups'
import { groupedBy } from '../../core/lists/grouped'
import { followUpsHere } from '../follow-ups/kept'
import { namesHere } from '../follow-ups/names'
import { later } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  followRuns,
  followSteps,
  followUps,
  jobs,
  members,
  occurrences,
  systems,
  tags,
  templates,
} from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { pageKey, pagedBy } from './listed'

type Names = Awaited<ReturnType<typeof namesHere>>
const NINETY_DAYS = 90 * 86_400
const pairs = (of: Readonly<Record<string, string>>) => Object.entries(of).map(([value, label]) => ({ value, label }))

/** What a follow-up names that is gone, in words. */
function goneIn(f: Pick<FollowUp, 'kinds' | 'when' | 'if' | 'unless' | 'steps'>, names: Names): string[] {
  const known = new Set(names.askables.map((a) => a.key))
  const missing = (of: Readonly<Record<string, string>>, id: string, what: string) => (id && !of[id] ? [what] : [])
  const act = (a: Act): string[] => {
    switch (a.do) {
      case 'message':
        return missing(names.members, a.to === 'member' ? a.member : '', 'a member who has left')
      case 'task':
        return missing(names.members, a.member, 'a member who has left')
      case 'paper':
        return missing(names.templates, a.template, 'a template that is gone')
      case 'call':
      case 'file':
        return missing(names.systems, a.system, 'a system that is gone')
      case 'job':
        return missing(names.kinds, a.kind, 'a kind of job that is gone')
      case 'fact':
        return missing(names.of, a.fact, 'a fact that is gone')
      default:
        return []
    }
  }
  return [
    ...new Set([
      ...f.kinds.flatMap((k) => missing(names.kinds, k, 'a kind of job that is gone')),
      ...(f.when.of.startsWith('t:') ? missing(names.of, f.when.of, 'a template that is gone') : []),
      ...[...f.if, ...f.unless].flat().flatMap((t) => (known.has(t.fact) ? [] : ['a fact that is gone'])),
      ...f.steps.flatMap((s) => act(s.act)),
    ]),
  ]
}

/** All follow-ups with what can be chosen in them, and six to begin with. */
export async function followUpsView(): Promise<FollowUpsView> {
  const names = await namesHere()
  const [rows, ran, templateRows, systemRows, tagRows, books, business] = await Promise.all([
    followUpsHere(),
    db()
      .select({
        id: followRuns.followUpId,
        n: sql<number>`count(distinct ${followRuns.id})`,
        refused: sql<number>`count(distinct case when ${followSteps.state} = 'refused' then ${followSteps.id} end)`,
      })
      .from(followRuns)
      .leftJoin(followSteps, eq(followSteps.runId, followRuns.id))
      .where(and(gt(followRuns.at, later(-NINETY_DAYS)), eq(followRuns.left, '')))
      .groupBy(followRuns.followUpId),
    db().select().from(templates).where(isNull(templates.archivedAt)),
    db().select().from(systems).where(isNull(systems.goneAt)),
    db().selectDistinct({ tag: tags.tag }).from(tags),
    db()
      .select()
      .from(members)
      .where(and(eq(members.role, 'bookkeeper'), isNull(members.removedAt)))
      .limit(1),
    theBusiness(),
  ])
  const stages = Object.fromEntries(Object.entries(names.of).filter(([key]) => key === 'deposit' || key === 'balance'))
  const jobFacts = pairs(
    Object.fromEntries(
      Object.entries(names.of).filter(
        ([k]) => ['title', 'place', 'notes', 'starts', 'people'].includes(k) || k.startsWith('fact.'),
      ),
    ),
  )
  return {
    rows: rows.map(({ id, title, on, kinds, when, if: ifs, unless, steps, version }) => {
      const f = { kinds, when, if: ifs, unless, steps }
      const r = ran.find((x) => x.id === id)
      return {
        ...{ id, title, on, version },
        ...structuredClone({
          kinds: [...kinds],
          when,
          if: ifs.map((t) => [...t]),
          unless: unless.map((t) => [...t]),
          steps: [...steps],
        }),
        sentence: sentenceOf(f, names),
        gone: goneIn(f, names),
        ran: Number(r?.n ?? 0),
        refused: Number(r?.refused ?? 0),
      } as FollowUpsView['rows'][number]
    }),
    choices: {
      facts: names.askables.map((a) => ({ ...a })),
      kinds: pairs(names.kinds),
      templates: templateRows.map((t) => ({ value: t.id, label: t.name, kind: t.kind })),
      members: pairs(names.members),
      systems: systemRows.map((s) => ({ value: s.id, label: s.name, kind: s.kind })),
      stages: pairs(stages),
      tags: tagRows.map((t) => t.tag).sort((a, b) => a.localeCompare(b)),
      jobFacts,
      personFacts: pairs({ email: names.of.email!, phone: names.of.phone!, address: names.of.address! }),
      values: [
        ...Object.entries(VALUES).map(([value, label]) => ({ value, label })),
        ...names.facts.map((f) => ({ value: f.key, label: `“${f.label}”` })),
      ],
    },
    currency: business.currency,
    locale: business.settings.locale,
    starters: startersFor(books[0]?.id ?? '').map(
      (s) => ({ ...s, sentence: sentenceOf(s, names) }) as unknown as FollowUpsView['starters'][number],
    ),
  }
}

const PAGE = 30
/** Runs with a step that is so: whatever was left out by itself counts with what did nothing. */
const isSo = (state: NonNullable<z.output<typeof runsQuery>['state']>) => {
  const has = (as: string) =>
    sql`exists (select 1 from ${followSteps} where ${followSteps.runId} = ${followRuns.id} and ${followSteps.state} = ${as})`
  return state === 'left' ? sql`(${followRuns.left} <> '' or ${has('left')})` : has(state)
}
/** What follow-ups did, the newest first: of one, of a job, or all. */
export async function runsView({ followUp, job, state, after }: z.output<typeof runsQuery>): Promise<RunsView> {
  const names = await namesHere()
  const page = pagedBy(sql`${followRuns.at}`, followRuns.id, true, after)
  const rows = await db()
    .select({ run: followRuns, rule: followUps, o: occurrences, job: { id: jobs.id, title: jobs.title } })
    .from(followRuns)
    .innerJoin(followUps, eq(followUps.id, followRuns.followUpId))
    .innerJoin(occurrences, eq(occurrences.id, followRuns.occurrence))
    .leftJoin(jobs, eq(jobs.id, followRuns.jobId))
    .where(
      and(
        followUp ? eq(followRuns.followUpId, followUp) : undefined,
        job ? eq(followRuns.jobId, job) : undefined,
        state ? isSo(state) : undefined,
        page.from,
      ),
    )
    .orderBy(...page.order)
    .limit(PAGE + 1)
  const shown = rows.slice(0, PAGE)
  const steps = shown.length
    ? await db()
        .select()
        .from(followSteps)
        .where(
          inArray(
            followSteps.runId,
            shown.map((r) => r.run.id),
          ),
        )
    : []
  const bySteps = groupedBy(
    steps.sort((a, b) => a.position - b.position),
    (s) => s.runId,
  )
  const last = shown.at(-1)?.run
  return {
    rows: shown.map(({ run, rule, o, job: of }): RunView => ({
      id: run.id,
      followUp: { id: rule.id, title: rule.title },
      at: run.at,
      because: whenWords({ kind: o.kind, of: o.of[0] ?? '', days: o.days ?? 0 }, names),
      job: of,
      left: run.left,
      steps: (bySteps.get(run.id) ?? []).map((s) => ({
        id: s.id,
        words: actWords(s.act, names),
        state: s.state,
        said: s.said,
        dueAt: s.dueAt,
        doneAt: s.doneAt,
        undo: s.state === 'done' && !!s.made && s.made.what !== 'sent',
      })),
    })),
    next: rows.length > PAGE && last ? pageKey(last.at, last.id) : null,
    timeZone: (await theBusiness()).timeZone,
  }
}
