import { and, eq, inArray, isNull } from 'drizzle-orm'
import { addDays } from '../../../core/calendar/dates'
import { atWall } from '../../platform/clock'
import { wordsToRead } from '../../../core/rounds/greeting'
import { type KnownPerson, bindPeople, keyOf } from '../../../core/rounds/bind'
import { type RoundPlan, inTurns, planPerson } from '../../../core/rounds/plan'
import type { PlanView } from '../../../shared/rounds'
import { WORDS } from '../../../shared/words/says'
import { db } from '../../platform/db/client'
import { contacts, members, roundPlans } from '../../platform/db/schema'
import { asKept } from './kept'
import { partiesOf, preparePaper, type Prepared } from '../../papers/prepare'
import { loadPaper, type Paper } from '../../records/paper'

/** The deadline proposed: ten days on, but no later than the evening before the job. */
function suggestedDeadline(today: string, day: string | null, timeZone: string): string {
  const latest = day && day > addDays(today, 1) ? addDays(day, -1) : null
  const on = latest && latest < addDays(today, 10) ? latest : addDays(today, 10)
  return atWall(`${on}T18:00`, timeZone)
}

/** A paper as a plan sees it. */
const planPaper = (prepared: Prepared): PlanView['papers'][number] => ({
  id: prepared.paper.id,
  title: prepared.paper.title,
  kind: prepared.paper.kind,
  parties: partiesOf(prepared),
  words: wordsToRead(prepared.merged.document.body, prepared.paper.marked?.pages.length ?? null),
})

/** What the records say of everybody who stands on these papers, by their key. */
async function knownOn(list: readonly Paper[]): Promise<Map<string, KnownPerson>> {
  const bound = list.flatMap((p) => Object.values(p.bindings))
  const memberIds = bound.flatMap((b) => ('memberId' in b ? [b.memberId] : []))
  const contactIds = bound.flatMap((b) => ('contactId' in b ? [b.contactId] : []))
  const [staff, people] = await Promise.all([
    memberIds.length ? db().select().from(members).where(inArray(members.id, memberIds)) : [],
    contactIds.length ? db().select().from(contacts).where(inArray(contacts.id, contactIds)) : [],
  ])
  return new Map<string, KnownPerson>([
    ...staff.map(({ id, name, email }): [string, KnownPerson] => [
      keyOf({ memberId: id }),
      { contactId: null, memberId: id, name, email, phone: '' },
    ]),
    ...people.map(({ id, name, email, phone }): [string, KnownPerson] => [
      keyOf({ contactId: id }),
      { contactId: id, memberId: null, name, email, phone },
    ]),
  ])
}

/** What the round of a paper would be if nobody said anything about it. */
async function suggested(paper: Paper, prepared: Prepared, views: PlanView['papers']): Promise<RoundPlan> {
  const { loaded } = prepared
  const { job, business } = loaded
  const people = bindPeople([], [paper], views, await knownOn([paper]))
  return {
    papers: [paper.id],
    people: inTurns(people),
    subject: WORDS.en.message.mSubject,
    message: WORDS.en.message.mMessage,
    deadline:
      paper.kind === 'waiver'
        ? { kind: 'none' }
        : { kind: 'at', at: suggestedDeadline(loaded.today, job.day ?? null, business.timeZone) },
    reminders: { kind: 'own', after: [3], before: [1, 0] },
    consent: '',
    host: null,
  }
}

/** A plan with whoever the kind of job says checks its papers first. */
async function withChecker(plan: RoundPlan, { loaded }: Prepared): Promise<RoundPlan> {
  const { checkWith } = loaded.kind.settings
  if (!checkWith || plan.people.some((p) => p.part === 'check')) return plan
  const [who] = await db()
    .select({ name: members.name, email: members.email })
    .from(members)
    .where(and(eq(members.id, checkWith), isNull(members.removedAt)))
  if (!who) return plan
  const checker = planPerson.parse({ key: `check-${checkWith}`, memberId: checkWith, ...who, part: 'check', turn: 1 })
  return { ...plan, people: inTurns([...plan.people, checker]) }
}

export interface LoadedPlan {
  plan: RoundPlan
  version: number
  checks: (typeof roundPlans.$inferSelect)['checks']
  prepared: Prepared[]
  views: PlanView['papers']
}

/** The plan of a paper's round: what was kept, brought in step with the records, or what is usual. */
export async function loadPlan(paper: Paper, words = false): Promise<LoadedPlan> {
  const [row] = await db().select().from(roundPlans).where(eq(roundPlans.paperId, paper.id))
  const ids = row?.plan.papers ?? [paper.id]
  const found = await Promise.all(ids.map((id) => (id === paper.id ? paper : loadPaper(id).catch(() => null))))
  // A paper that was thrown away or sent by itself meanwhile is not part of it any more.
  const list = found.filter(
    (p): p is Paper => !!p && p.jobId === paper.jobId && (p.state === 'draft' || p.id === paper.id),
  )
  const prepared = await Promise.all(list.map((p) => preparePaper(p, words)))
  const views = prepared.map(planPaper)
  const base =
    row?.plan ??
    (await withChecker(await asKept(db(), paper, await suggested(paper, prepared[0]!, views)), prepared[0]!))
  const plan = row
    ? {
        ...base,
        papers: list.map((p) => p.id),
        people: inTurns(bindPeople(base.people, list, views, await knownOn(list))),
      }
    : base
  return { plan, version: row?.version ?? 0, checks: row?.checks ?? [], prepared, views }
}
