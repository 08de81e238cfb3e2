import { eq } from 'drizzle-orm'
import { type CheckEvent, applyCheck, foldChecks, refuseCheck } from '../../../core/rounds/checks'
import { now } from '../../clock'
import { write } from '../../db/client'
import { members, roundPlans } from '../../db/schema'
import { enqueue } from '../../jobs/outbox'
import { newId } from '../../ids'
import { Problem } from '../../problem'
import { note } from '../happenings'
import { loadPaper } from '../papers/prepare'
import { loadPlan } from './plan'
import type { Actor } from './record'
import { sendRound } from './send'

type Step = { step: 'hand-in' | 'pass' | 'return' | 'take-back'; remark: string }

/** A step of the check inside the business. When the last one passes it, the round goes out. */
export async function takeCheckStep(paperId: string, { step, remark }: Step, actor: Actor): Promise<{ sent: boolean }> {
  const paper = await loadPaper(paperId)
  if (paper.state !== 'draft') throw new Problem('not-now', 'This has been sent already.')
  const { plan, version, checks } = await loadPlan(paper)
  const by = actor.id!
  if (step === 'return' && !remark)
    throw new Problem('invalid', 'Say what should be different.', { remark: 'Say what should be different.' })
  const checkers = plan.people.filter((p) => p.part === 'check').flatMap((p) => p.memberId ?? [])
  const event: CheckEvent =
    step === 'hand-in'
      ? { type: 'handed-in', by, checkers }
      : step === 'pass'
        ? { type: 'passed', by }
        : step === 'return'
          ? { type: 'returned', by, remark }
          : { type: 'taken-back', by }
  const before = foldChecks(checks)
  const refused = refuseCheck(before, event)
  if (refused) throw new Problem('not-now', refused)
  const after = applyCheck(before, event)
  const log = [...checks, { ...event, at: now(), name: actor.name }]
  // What the last one passes goes out at once; if something stops it, it stays with them to put right.
  if (after.status === 'passed') await sendRound(paperId, { key: newId() }, actor, log)
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
    const say = (words: string, mark: 'yours' | 'trouble' | null, detail = '') =>
      note({ jobId: paper.jobId, type: 'check', words, detail, mark, paperId, notable: true })
    if (what.type === 'handed-in' || (what.type === 'passed' && next)) {
      await message(
        next,
        `To check: ${paper.title}`,
        `${actor.name} asks you to check the ${paper.title.toLowerCase()} before it goes out.`,
      )
      await write(async (tx) => {
        const [member] = await tx.select().from(members).where(eq(members.id, next!))
        await say(`${paper.title} is with ${member!.name} to check`, 'yours')
      })
    } else if (what.type === 'returned') {
      await message(
        preparedBy,
        `Returned: ${paper.title}`,
        `${actor.name} returned the ${paper.title.toLowerCase()}: “${what.remark}”`,
      )
      await say(`${actor.name} returned the ${paper.title.toLowerCase()}`, 'trouble', `“${what.remark}”`)
    } else if (what.type === 'passed')
      await message(
        preparedBy,
        `Passed and sent: ${paper.title}`,
        `${actor.name} passed the ${paper.title.toLowerCase()}; it is out.`,
      )
  }
}
