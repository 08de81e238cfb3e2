import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import { foldChecks } from '../../../core/rounds/checks'
import { fieldsAt, placesOf } from '../../../core/rounds/gather'
import {
  type PlanPerson,
  type RoundPlan,
  concerning,
  holdersOf,
  planProblems,
  roundPeopleOf,
} from '../../../core/rounds/plan'
import { type RoundPerson, acts } from '../../../core/rounds/rounds'
import { deadlineOf } from '../../../core/rounds/times'
import { EMPTY_DRAFT } from '../../../shared/draft'
import { type sendPaper, titlesOf } from '../../../shared/papers'
import { messageValues } from '../../../shared/rounds'
import { fill, listIn } from '../../../shared/words'
import { roundWords } from '../../../shared/words/says'
import { now, today } from '../../platform/clock'
import { hashPassword } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { type PersonHow, members, papers, roundPapers, roundPeople, rounds } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import { idBy } from '../../platform/once'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import type { Prepared } from '../../papers/prepare'
import { insistOnPaperOf } from '../../papers/at-desk'
import { ownWordsIn } from '../../records/words'
import { loadPaper } from '../../records/paper'
import { basisOf, insistOnSeen, togetherWith } from './basis'
import { carryOut } from '../after/carry-out'
import { type LoadedPlan, loadPlan } from './plan'
import { isChecked } from './may-send'
import { insistOnReach } from './reach'
import { type Actor, record } from '../../chain/record'
import { withWitness } from '../../../core/rounds/witness'
import { plainCode } from '../../../core/rounds/masked'
import { contentsOf, freeze, type Frozen, gatherFrozen, keepVersions } from './freeze'

/** What of a person's settings goes with them; an agreed code is kept hashed. */
async function howOf(p: PlanPerson, plan: RoundPlan): Promise<PersonHow> {
  const { phone, reach, language, subject, message, mayPassOn, copy, proof } = p
  const concerned = concerning(p, plan)
  return {
    phone,
    reach,
    language,
    subject,
    message,
    mayPassOn,
    copy,
    proof: proof.kind === 'agreed' ? { ...proof, code: await hashPassword(plainCode(proof.code)) } : proof,
    papers: concerned.length === plan.papers.length ? null : concerned,
  }
}

/** Who may send: a member whose role is checked sends only what somebody else has passed. */
async function insistOnCheck({ checks, plan }: LoadedPlan, actor: Actor): Promise<void> {
  const state = foldChecks(checks)
  if (state.status === 'waiting') throw new Problem('not-now', 'This is being checked. It goes out when it is passed.')
  if (state.status === 'passed') return
  if (plan.people.some((p) => p.part === 'check'))
    throw new Problem('not-now', 'Somebody checks this first. Send it to them to check.')
  if (actor.kind === 'member' && (await isChecked(actor.id)))
    throw new Problem('not-now', 'Somebody else of the business checks what you send. Say who, and send it to them.')
}

/** One quote at most: what is chosen on it is kept by the line, and there is one total to accept. */
function insistOnOneQuote(prepared: readonly Prepared[]): void {
  if (prepared.filter((p) => p.figures.open).length > 1)
    throw new Problem('invalid', 'A round holds one quote at most. Send the other on its own.')
}

/** The subject as the first of them reads it: in the record no words stand for others. */
async function subjectSaid(plan: RoundPlan, name: string, { prepared }: LoadedPlan): Promise<string> {
  const { job, business } = prepared[0]!.loaded
  const { language } = business.settings
  const put = messageValues({
    language,
    name,
    organisation: false,
    papers: prepared.map((p) => p.paper),
    job: { title: job.title, day: job.day },
    today: today(business.timeZone),
    deadline: '',
    business: business.name,
    minutes: 0,
  })
  return fill(roundWords(plan.subject, 'mSubject', language, await ownWordsIn(language)), put)
}

/**
 * Sends the papers of a round: freezes what they say now (the exact PDFs, their fields and figures), opens the round with
 * its people in their turns, and asks the first. Sent twice with one key, it goes out once.
 */
export async function sendRound(
  paperId: string,
  input: Omit<z.output<typeof sendPaper>, 'seen' | 'plan'> &
    Partial<Pick<z.output<typeof sendPaper>, 'seen' | 'plan'>> & { asDrawn?: boolean },
  actor: Actor,
  checked?: LoadedPlan['checks'],
): Promise<string> {
  const roundId = idBy('r', input.key)
  const already = async () => {
    const [round] = await db().select({ paperId: rounds.paperId }).from(rounds).where(eq(rounds.id, roundId))
    if (round && round.paperId !== paperId) throw new Problem('conflict', 'This key was used for another paper.')
    return !!round
  }
  if (await already()) return roundId
  const paper = await loadPaper(paperId)
  if (actor.kind === 'member') await insistOnPaperOf(actor.id, paper.kind)
  if (paper.state !== 'draft') throw new Problem('not-now', 'This paper has been sent already.')
  // Nobody looked at what is made as it is asked for; others who come to the same job meanwhile don't change it.
  const basis = input.asDrawn ? null : await basisOf(await togetherWith(paper))
  if (basis) insistOnSeen(input.seen, basis)
  const loaded = await loadPlan(paper, true)
  insistOnSeen(input.plan, loaded.version)
  if (checked) loaded.checks = checked
  await insistOnCheck(loaded, actor)
  insistOnOneQuote(loaded.prepared)
  await insistOnReach(loaded.plan)
  const plan: RoundPlan = {
    ...loaded.plan,
    subject: input.subject ?? loaded.plan.subject,
    message: input.message ?? loaded.plan.message,
    ...(input.lapsesAt === undefined
      ? {}
      : { deadline: input.lapsesAt ? { kind: 'at' as const, at: input.lapsesAt } : { kind: 'none' as const } }),
  }
  const { job, business } = loaded.prepared[0]!.loaded
  const lapsesAt = deadlineOf(plan.deadline, now(), job.day ?? null, business.timeZone)
  const frozen: Frozen[] = []
  for (const prepared of loaded.prepared) frozen.push(await freeze(prepared, lapsesAt ?? null))
  const stop = planProblems(plan, loaded.views, now(), lapsesAt).find((p) => p.severity === 'stop')
  if (stop)
    throw new Problem(
      lapsesAt && lapsesAt <= now() ? 'invalid' : 'not-now',
      `${stop.words} Nothing was sent.`,
      lapsesAt && lapsesAt <= now() ? { lapsesAt: 'Choose a later time.' } : {},
    )
  const active = holdersOf(plan.people.filter((p) => p.part !== 'check'))
  const places = placesOf(active.filter((p) => p.main === null || p.main === p.key))
  const host = await hostOf(plan)
  const gathered = gatherFrozen(frozen, active, places)
  const hows = new Map(await Promise.all(active.map(async (p) => [p.key, await howOf(p, plan)] as const)))

  return write(async (tx) => {
    if (await already()) return roundId
    const states = await tx.select({ state: papers.state }).from(papers).where(inArray(papers.id, plan.papers))
    if (states.some((s) => s.state !== 'draft')) throw new Problem('not-now', 'This paper has been sent already.')
    // What was changed while it was being drawn isn't on it.
    if (basis) insistOnSeen(basis, await basisOf(await togetherWith(paper)))
    const versions = await keepVersions(tx, frozen, gathered)
    await tx.insert(rounds).values({
      id: roundId,
      paperId,
      versionId: versions.get(paperId)!,
      jobId: paper.jobId,
      subject: plan.subject,
      message: plan.message,
      lapsesAt: lapsesAt!,
      createdAt: now(),
      createdBy: actor.kind === 'member' ? actor.id : null,
      settings: { reminders: plan.reminders, consent: plan.consent },
    })
    await tx
      .insert(roundPapers)
      .values(plan.papers.map((id, position) => ({ roundId, position, paperId: id, versionId: versions.get(id)! })))
    const ids = new Map(active.map((p) => [p.key, newId()]))
    const people = roundPeopleOf(
      plan,
      (key) => ids.get(key)!,
      (key) => places.get(key)!,
    )
    await tx.insert(roundPeople).values(
      people.map((r) => {
        const p = active.find((x) => ids.get(x.key) === r.id)!
        const signer = people.find((s) => s.id === r.of)
        return {
          id: r.id,
          roundId,
          party: r.party,
          contactId: p.contactId,
          memberId: p.memberId,
          name: p.name,
          email: p.email,
          turn: r.turn,
          part: r.part as 'sign',
          fields: withWitness(fieldsAt(r.party, gathered), r.party, signer?.name),
          draft: EMPTY_DRAFT,
          how: hows.get(p.key)!,
        }
      }),
    )
    await tx.update(papers).set({ state: 'out' }).where(inArray(papers.id, plan.papers))
    const enclosed = loaded.prepared.flatMap((p) => p.paper.own.enclosures ?? [])
    const [first] = frozen
    const { before, after } = await record(
      roundId,
      actor,
      { type: 'sent', lapsesAt: lapsesAt!, people },
      {
        paper: paper.title,
        sha256: first!.pdfSha,
        pages: first!.rendered.pages,
        subject: await subjectSaid(plan, active[0]?.name ?? '', loaded),
        contents: contentsOf(frozen, gathered),
        ...(host ? { host: host.name } : {}),
        ...(frozen.length > 1
          ? {
              papers: frozen.map((f) => ({
                paper: f.prepared.paper.title,
                sha256: f.pdfSha,
                pages: f.rendered.pages,
              })),
            }
          : {}),
        ...(enclosed.length ? { enclosures: enclosed.map((e) => ({ name: e.name, sha256: e.sha })) } : {}),
        ...(loaded.checks.length
          ? {
              checks: loaded.checks.map(({ type, name, at, ...rest }) => ({
                type,
                name,
                at,
                ...('remark' in rest ? { remark: rest.remark } : {}),
              })),
            }
          : {}),
      },
    )
    if (host)
      await tellHost(host, plan, roundId, paperId, { title: titlesOf(frozen.map((f) => f.prepared.paper)), job })
    if (lapsesAt) await enqueue('lapse', `lapse:${roundId}:${lapsesAt}`, { roundId }, lapsesAt)
    await noteSent(paper.jobId, paperId, titlesOf(frozen.map((f) => f.prepared.paper)), people, active, ids)
    await carryOut(roundId, before, after)
    return roundId
  })
}

/** The member who hosts those who sign in person; nobody where nobody does, or they have left. */
async function hostOf(plan: RoundPlan): Promise<{ id: string; name: string } | null> {
  const inPerson = holdersOf(plan.people).some((p) => p.part === 'sign' && p.reach === 'device')
  const [member] =
    plan.host && inPerson
      ? await db()
          .select({ id: members.id, name: members.name })
          .from(members)
          .where(and(eq(members.id, plan.host), isNull(members.removedAt)))
      : []
  return member ?? null
}

/** Tells a member that they host a signing, who signs, and where to begin. */
async function tellHost(
  host: { id: string },
  plan: RoundPlan,
  roundId: string,
  paperId: string,
  { title, job }: { title: string; job: { title: string; day: string | null; place: string } },
): Promise<void> {
  const who = holdersOf(plan.people)
    .filter((p) => p.part === 'sign' && p.reach === 'device')
    .map((p) => p.name)
  const where = [job.day, job.place].filter(Boolean).join(', ')
  await enqueue('mail.member', `host:${roundId}`, {
    memberId: host.id,
    message: {
      subject: `You host a signing: ${title}, ${job.title}`,
      words: `${listIn('en', who)} sign${who.length === 1 ? 's' : ''} the ${title} with you${where ? ` (${where})` : ''}. Open it on the device they sign on, and choose “Sign on this device”.`,
      path: `/papers/${paperId}`,
    },
  })
}

async function noteSent(
  jobId: string,
  paperId: string,
  titles: string,
  people: readonly RoundPerson[],
  plan: readonly PlanPerson[],
  ids: Map<string, string>,
): Promise<void> {
  const turn = Math.min(...people.filter(acts).map((p) => p.turn))
  const first = people.filter((p) => acts(p) && p.turn === turn)
  const emails = first.map((p) => plan.find((x) => ids.get(x.key) === p.id)?.email ?? '')
  await note({
    jobId,
    type: 'sent',
    words: `${titles} sent to ${first.map((p) => p.name.slice(0, 80)).join(' and ')}`,
    detail: emails.filter(Boolean).join(', '),
    state: 'theirs',
    paperId,
    notable: true,
  })
}
