import { inSentence } from '../../../core/rounds/greeting'
import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import { type CheckEvent, applyCheck, foldChecks, refuseCheck } from '../../../core/rounds/checks'
import type { RoundPlan } from '../../../core/rounds/plan'
import type { checkStep } from '../../../shared/rounds'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { members, roundPlans } from '../../platform/db/schema'
import { occurred } from '../../queue/occurred'
import { enqueue } from '../../queue/outbox'
import { newId } from '../../platform/ids'
import { Problem } from '../../platform/problem'
import { note } from '../../standing/thread'
import { loadPaper } from '../../records/paper'
import { planOfRound } from '../prepare/plan-of-round'
import { paperOf } from '../../chain/occurred'
import { roundOfPaper } from '../../chain/round'
import { loadPlan } from '../prepare/plan'
import { insistOnCorrection, reviseRound } from './revise'
import type { Actor } from '../../chain/record'
import { sendRound } from '../prepare/send'

type Step = z.output<typeof checkStep>
export type Log = (typeof roundPlans.$inferSelect)['checks']

/** Who checks a correction: those who checked the paper before it went out, else the owners. */
async function checkersOf(log: Log, by: string): Promise<string[]> {
  const before = log.filter((e) => e.type === 'passed' && e.by !== by).map((e) => e.by)
  if (before.length) return [...new Set(before)]
  const owners = await db().select({ id: members.id }).from(members).where(eq(members.role, 'owner'))
  return owners
    .map((o) => o.id)
    .filter((id) => id !== by)
    .slice(0, 1)
}

/**
 * A step of the check inside the business: of a draft before it goes out, or of a correction of what is out. When the last
 * one passes it, it goes out, as it was shown to them.
 */
export async function takeCheckStep(paperId: string, input: Step, actor: Actor): Promise<{ sent: boolean }> {
  const { step, remark } = input
  const paper = await loadPaper(paperId)
  const isOut = paper.state === 'out'
  if (paper.state !== 'draft' && !isOut) throw new Problem('not-now', 'This has been sent already.')
  const { plan, version, checks } = isOut ? await ofRound(paperId) : await loadPlan(paper)
  const by = actor.id!
  if (step === 'return' && !remark)
    throw new Problem('invalid', 'Say what should be different.', { remark: 'Say what should be different.' })
  if (step === 'hand-in' && isOut && input.correct === undefined)
    throw new Problem('not-now', 'This has been sent already.')
  const checkers = isOut
    ? await checkersOf(checks, by)
    : plan.people.filter((p) => p.part === 'check').flatMap((p) => p.memberId ?? [])
  const event: CheckEvent =
    step === 'hand-in'
      ? { type: 'handed-in', by, checkers, ...(isOut ? { correct: input.correct ?? '' } : {}) }
      : step === 'pass'
        ? { type: 'passed', by }
        : step === 'return'
          ? { type: 'returned', by, remark }
          : { type: 'taken-back', by }
  if (step === 'hand-in' && isOut) await insistOnCorrection(await roundOfPaper(paperId))
  const before = foldChecks(checks)
  const refused =
    refuseCheck(before, event) ??
    (isOut && step !== 'hand-in' && before.correct === null ? 'It is not being checked.' : null)
  if (refused) throw new Problem('not-now', refused)
  const after = applyCheck(before, event)
  const log = [...checks, { ...event, at: now(), name: actor.name }]
  // What the last one passes goes out at once; if something stops it, it stays with them to put right.
  if (after.status === 'passed') {
    if (input.seen === undefined) throw new Problem('invalid', 'Say what was looked at (seen).')
    const { seen } = input
    if (isOut) {
      const passed = log.filter((e) => e.type === 'passed').map(({ type, name }) => ({ type, name }))
      await reviseRound(await roundOfPaper(paperId), { why: before.correct ?? '', seen }, actor, passed.slice(-1))
    } else await sendRound(paperId, { key: newId(), seen }, actor, log)
  }
  await write(async (tx) => {
    const checkWith = after.status === 'waiting' ? after.left[0]! : null
    const values = { checks: log, version: version + 1, updatedAt: now(), checkWith }
    await tx
      .insert(roundPlans)
      .values({ paperId, plan, ...values })
      .onConflictDoUpdate({ target: roundPlans.paperId, set: values })
    await tell(event, after.left[0], before.preparedBy)
  })
  return { sent: after.status === 'passed' }

  async function tell(what: CheckEvent, next: string | undefined, preparedBy: string | null): Promise<void> {
    const path = `/papers/${paperId}`
    const message = (to: string | null | undefined, subject: string, words: string) =>
      to
        ? enqueue('mail.member', `check:${paperId}:${log.length}`, { memberId: to, message: { subject, words, path } })
        : null
    const say = (words: string, state: 'yours' | 'trouble' | null, detail = '') =>
      note({ jobId: paper.jobId, type: 'check', words, detail, state, paperId, notable: true })
    if (what.type === 'handed-in' || (what.type === 'passed' && next)) {
      await message(
        next,
        `To check: ${paper.title}`,
        `${actor.name} asks you to check the ${inSentence(paper.title)} before it goes out.`,
      )
      await write(async (tx) => {
        const [member] = await tx.select().from(members).where(eq(members.id, next!))
        await say(`${paper.title} is with ${member!.name} to check`, 'yours')
      })
    } else if (what.type === 'returned') {
      await occurred({
        id: `returned:${paperId}:${log.length}`,
        kind: 'returned',
        jobId: paper.jobId,
        paperId,
        of: paperOf(paper),
        by: actor.name,
      })
      await message(
        preparedBy,
        `Returned: ${paper.title}`,
        `${actor.name} returned the ${inSentence(paper.title)}: “${what.remark}”`,
      )
      await say(`${actor.name} returned the ${inSentence(paper.title)}`, 'trouble', `“${what.remark}”`)
    } else if (what.type === 'passed')
      await message(
        preparedBy,
        `Passed and sent: ${paper.title}`,
        `${actor.name} passed the ${inSentence(paper.title)}; it is out.`,
      )
  }
}

/** The plan a round that is out was made from, with what has been said about it inside the business. */
async function ofRound(paperId: string): Promise<{ plan: RoundPlan; version: number; checks: Log }> {
  const [row] = await db().select().from(roundPlans).where(eq(roundPlans.paperId, paperId))
  return row ?? { plan: await planOfRound(paperId), version: 0, checks: [] }
}
