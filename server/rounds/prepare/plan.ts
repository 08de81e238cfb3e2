import { and, asc, eq, inArray, ne } from 'drizzle-orm'
import { addDays, instantOf } from '../../../core/calendar/dates'
import { wordsToRead } from '../../../core/rounds/greeting'
import { foldChecks } from '../../../core/rounds/checks'
import {
  type PlanPaper,
  type PlanPerson,
  type RoundPlan,
  inTurns,
  partOf,
  planPerson,
  planProblems,
} from '../../../core/rounds/plan'
import { deadlineOf } from '../../../core/rounds/times'
import type { PlanView } from '../../../shared/rounds'
import { MESSAGE_WORDS } from '../../../shared/words/messages'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { type Binding, contacts, members, papers, roundPlans, savedMessages } from '../../platform/db/schema'
import { hasStandin } from '../../platform/config'
import { DOCUMENT_COST } from '../../gateways/identity'
import { canMail, canText } from '../../gateways/mail'
import { Problem } from '../../platform/problem'
import { addContact, changeContact } from '../../jobs/jobs'
import { asKept } from './template'
import {
  loadPaper,
  partiesOf,
  preflightOf,
  preparePaper,
  sheetOf,
  turnOf,
  type Paper,
  type Prepared,
} from '../../papers/prepare'

/** The deadline proposed: ten days on, but no later than the evening before the job. */
function suggestedDeadline(today: string, day: string | null, timeZone: string): string {
  const latest = day && day > addDays(today, 1) ? addDays(day, -1) : null
  const on = latest && latest < addDays(today, 10) ? latest : addDays(today, 10)
  return new Date(instantOf(`${on}T18:00`, timeZone)).toISOString()
}

/** A paper as a plan sees it. */
const planPaper = (prepared: Prepared): PlanView['papers'][number] => ({
  id: prepared.paper.id,
  title: prepared.paper.title,
  kind: prepared.paper.kind,
  parties: partiesOf(prepared),
  words: wordsToRead(prepared.merged.document.body, prepared.paper.marked?.pages.length ?? null),
})

/** Who somebody is as the records say now. */
async function known(
  binding: Binding,
): Promise<Pick<PlanPerson, 'contactId' | 'memberId' | 'name' | 'email' | 'phone'> | null> {
  if ('memberId' in binding) {
    const [m] = await db().select().from(members).where(eq(members.id, binding.memberId))
    return m ? { contactId: null, memberId: m.id, name: m.name, email: m.email, phone: '' } : null
  }
  const [c] = await db().select().from(contacts).where(eq(contacts.id, binding.contactId))
  return c ? { contactId: c.id, memberId: null, name: c.name, email: c.email, phone: c.phone } : null
}

const keyOf = (b: Binding) => ('memberId' in b ? `m-${b.memberId}` : `c-${b.contactId}`)

/** Everybody bound to a party stands in the plan once, whatever they stand for; whoever is bound no longer stands there no more. */
async function bindPeople(
  people: PlanPerson[],
  list: readonly Paper[],
  views: readonly PlanPaper[],
): Promise<PlanPerson[]> {
  const out: PlanPerson[] = people.map((p) => ({ ...p, stands: [] }))
  for (const paper of list)
    for (const { key: party } of views.find((v) => v.id === paper.id)?.parties ?? []) {
      const binding = paper.bindings[party]
      const who = binding && (await known(binding))
      if (!binding || !who) continue
      let at = out.find(
        (p) => p.part !== 'check' && (who.memberId ? p.memberId === who.memberId : p.contactId === who.contactId),
      )
      if (!at) {
        at = planPerson.parse({
          ...who,
          key: keyOf(binding),
          turn: turnOf(party) === 2 ? Math.max(2, ...out.map((p) => p.turn)) : 1,
          part: 'sign',
          reach: who.email ? 'email' : 'device',
        })
        out.push(at)
      }
      // The record is where a name and an address are corrected.
      Object.assign(at, { name: who.name, email: who.email || at.email, phone: who.phone || at.phone })
      if (at.reach === 'device' && who.email && !people.some((p) => p.key === at!.key)) at.reach = 'email'
      at.stands.push({ paper: paper.id, party })
    }
  return out
    .filter((p) => p.stands.length || people.find((q) => q.key === p.key)?.stands.length === 0)
    .map((p) => ({ ...p, part: partOf(p, views) }))
}

/** What the round of a paper would be if nobody said anything about it. */
async function suggested(paper: Paper, prepared: Prepared, views: PlanView['papers']): Promise<RoundPlan> {
  const { loaded } = prepared
  const { job, business } = loaded
  const people = await bindPeople([], [paper], views)
  return {
    papers: [paper.id],
    people: inTurns(people),
    subject: MESSAGE_WORDS.en.mSubject,
    message: MESSAGE_WORDS.en.mMessage,
    deadline:
      paper.kind === 'waiver'
        ? { kind: 'none' }
        : { kind: 'at', at: suggestedDeadline(loaded.today, job.day ?? null, business.timeZone) },
    reminders: { kind: 'own', after: [3], before: [1, 0] },
    consent: '',
  }
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
  const base = row?.plan ?? (await asKept(db(), paper, await suggested(paper, prepared[0]!, views)))
  const plan = row
    ? { ...base, papers: list.map((p) => p.id), people: inTurns(await bindPeople(base.people, list, views)) }
    : base
  return { plan, version: row?.version ?? 0, checks: row?.checks ?? [], prepared, views }
}

/** Everything the sending sheet shows about the round of a draft. */
export async function planView(paperId: string, memberId: string): Promise<PlanView> {
  const paper = await loadPaper(paperId)
  const { plan, version, checks, prepared, views } = await loadPlan(paper)
  const { job, business } = prepared[0]!.loaded
  const at = now()
  const due = deadlineOf(plan.deadline, at, job.day ?? null, business.timeZone)
  const all = await db().select().from(members).orderBy(asc(members.name))
  const check = foldChecks(checks)
  const more = await db()
    .select({ id: papers.id, title: papers.title })
    .from(papers)
    .where(and(eq(papers.jobId, paper.jobId), eq(papers.state, 'draft'), ne(papers.id, paperId)))
  const me = all.find((m) => m.id === memberId)
  return {
    plan,
    version,
    papers: views,
    more: more.filter((m) => !plan.papers.includes(m.id)),
    problems: planProblems(plan, views, at, due),
    beside: await besideNotes(prepared.slice(1), due ?? null),
    organisations: await organisationsIn(plan),
    ...(due === undefined ? {} : { due }),
    jobDay: job.day ?? null,
    members: all.map((m) => ({ id: m.id, name: m.name })),
    me: memberId,
    mustBeChecked: !!me && business.settings.checked.includes(me.role),
    check: {
      status: check.status,
      by: all.find((m) => m.id === check.left[0])?.name ?? checks.at(-1)?.name ?? '',
      remark: check.remark ?? '',
      mine: check.left[0] === memberId,
      own: check.preparedBy === memberId,
    },
    messages: await db().select().from(savedMessages).orderBy(asc(savedMessages.name)),
    documentCost: DOCUMENT_COST,
    currency: business.currency,
    means: meansHere(),
  }
}

/** What would go wrong with the other papers of the round, each named. */
async function besideNotes(prepared: readonly Prepared[], lapsesAt: string | null): Promise<PlanView['beside']> {
  const out: PlanView['beside'] = []
  for (const p of prepared)
    for (const note of await preflightOf(p, await sheetOf(p), lapsesAt))
      out.push({ paper: p.paper.id, title: p.paper.title, severity: note.severity, words: note.words })
  return out
}

/** Those of a plan who are organisations, by their contact. */
async function organisationsIn(plan: RoundPlan): Promise<string[]> {
  const ids = plan.people.flatMap((p) => p.contactId ?? [])
  if (ids.length === 0) return []
  const rows = await db()
    .select({ id: contacts.id })
    .from(contacts)
    .where(and(inArray(contacts.id, ids), eq(contacts.kind, 'organisation')))
  return rows.map((r) => r.id)
}

/** Refuses ways to reach people, and proofs, that there are no means for here. */
export function insistOnReach(plan: RoundPlan): void {
  const { text, identity } = meansHere()
  for (const p of plan.people) {
    if (p.part === 'check') continue
    if (!text && (p.reach === 'text' || p.reach === 'both'))
      throw new Problem('not-now', `Texts can’t be sent from here. Reach ${p.name} another way. Nothing was sent.`)
    if (!text && p.proof.kind === 'one-time' && p.proof.by === 'text')
      throw new Problem(
        'not-now',
        `Texts can’t be sent from here. Have ${p.name} prove who they are another way. Nothing was sent.`,
      )
    if (!identity && p.proof.kind === 'document')
      throw new Problem(
        'not-now',
        `Documents can’t be checked here. Have ${p.name} prove who they are another way. Nothing was sent.`,
      )
  }
}
/** By what people can be reached and proved here. */
const meansHere = (): PlanView['means'] => ({ mail: canMail(), text: canText(), identity: hasStandin('identity') })

/** While it is being checked, only whoever checks it changes it. */
export function insistOnTurn(checks: LoadedPlan['checks'], memberId: string | null): void {
  const state = foldChecks(checks)
  if (state.status === 'waiting' && state.left[0] !== memberId)
    throw new Problem('not-now', 'This is being checked. Take it back first, or wait until it is passed on.')
}

/**
 * Keeps a plan. People who are new become contacts, and whoever stands for a party is bound to it on its paper, so that
 * what the paper says of them is right at once.
 */
export async function savePlan(paperId: string, given: RoundPlan, basedOn: number, memberId: string): Promise<void> {
  await write(async (tx) => {
    const paper = await loadPaper(paperId)
    if (paper.state !== 'draft')
      throw new Problem('not-now', 'This has been sent. Change the round that is out instead.')
    const [row] = await tx.select().from(roundPlans).where(eq(roundPlans.paperId, paperId))
    if ((row?.version ?? 0) !== basedOn)
      throw new Problem(
        'stale',
        'The round was changed in another window. Here is how it is now; make your change again.',
      )
    insistOnTurn(row?.checks ?? [], memberId)
    if (given.papers[0] !== paperId || new Set(given.papers).size !== given.papers.length)
      throw new Problem('invalid', 'A round begins with the paper it is prepared from, and holds each paper once.')
    if (new Set(given.people.map((p) => p.key)).size !== given.people.length)
      throw new Problem('invalid', 'Somebody stands in the round twice.')
    const before = new Set(row?.plan.papers ?? [paperId])
    const people: PlanPerson[] = []
    for (const p of given.people) people.push(await withRecord(tx, p))
    for (const id of given.papers) {
      const other = id === paperId ? paper : await loadPaper(id)
      if (other.jobId !== paper.jobId) throw new Problem('invalid', `${other.title} belongs to another job.`)
      if (other.state !== 'draft') throw new Problem('not-now', `${other.title} has been sent already.`)
      await tx
        .update(papers)
        .set({
          // Whoever stood on a paper before it came to this round stands there still, until the plan says otherwise.
          bindings: { ...(before.has(id) ? {} : other.bindings), ...boundBy(other, people) },
        })
        .where(eq(papers.id, id))
    }
    const plan = { ...given, people: inTurns(people) }
    const values = { plan, version: basedOn + 1, updatedAt: now() }
    await tx
      .insert(roundPlans)
      .values({ paperId, checks: [], ...values })
      .onConflictDoUpdate({ target: roundPlans.paperId, set: values })
  })
}

/** A person of a plan with the contact they are; somebody new becomes one, and what was missing in a contact is added. */
async function withRecord(tx: Parameters<Parameters<typeof write>[0]>[0], p: PlanPerson): Promise<PlanPerson> {
  if (p.memberId) {
    const [member] = await tx.select({ id: members.id }).from(members).where(eq(members.id, p.memberId))
    if (!member) throw new Problem('invalid', `${p.name} is not a member of the business any more.`)
    return { ...p, contactId: null }
  }
  if (!p.contactId) {
    if (!p.name || p.part === 'check') return p
    const { name, email, phone } = p
    return { ...p, contactId: await addContact({ name, email, phone, address: '', kind: 'person' }) }
  }
  const [contact] = await tx.select().from(contacts).where(eq(contacts.id, p.contactId))
  if (!contact) throw new Problem('invalid', `${p.name} is not among the contacts any more.`)
  const email = p.email || contact.email
  const phone = p.phone || contact.phone
  const name = p.name || contact.name
  if (email !== contact.email || phone !== contact.phone || name !== contact.name)
    await changeContact(contact.id, { name, email, phone })
  return { ...p, name }
}

/** A paper's parties with whoever stands for them in a plan; where nobody does, it stays as it was only if nobody ever did. */
function boundBy(paper: Paper, people: readonly PlanPerson[]): Record<string, Binding> {
  const bindings: Record<string, Binding> = {}
  for (const { key } of paper.document.parties) {
    const p = people.find((x) => x.stands.some((s) => s.paper === paper.id && s.party === key))
    if (p?.memberId) bindings[key] = { memberId: p.memberId }
    else if (p?.contactId) bindings[key] = { contactId: p.contactId }
  }
  return bindings
}
