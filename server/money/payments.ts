import { and, desc, eq, gt } from 'drizzle-orm'
import { type MoneyEvent, type Way, entriesOf } from '../../core/ledger/ledger'
import { formatMoney, type Minor, minor, sum } from '../../core/money/money'
import { DAMAGE, type Stage } from '../../core/payment-plan/plan'
import type { z } from 'zod'
import type { bookedTogether } from '../../shared/jobs'
import { now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db, write } from '../platform/db/client'
import { cardRequests, payments } from '../platform/db/schema'
import { cardGateway, takesCards } from '../gateways/cards'
import type { CardTold } from '../gateways/cards/gateway'
import { newId } from '../platform/ids'
import { occurred } from '../queue/occurred'
import { enqueue } from '../queue/outbox'
import { Problem, notFound } from '../platform/problem'
import { note } from '../standing/thread'
import { type LoadedJob, loadJob } from '../records/job'
import { touch } from '../standing/touch'
import { insistOnOpenDay, post } from './ledger'

/** How money moves, in words. */
export const METHOD = { card: 'by card', bank: 'by bank', cash: 'in cash' } as const
export interface NewPayment {
  jobId: string
  stage: string
  amount: Minor
  method: Way
  reference: string
  /** The day it came; today where it isn't said. */
  day?: string
  by?: string | null
}

/** Books money that came in. The reference makes it the same payment however often it is told. Returns whether it was new. */
export async function bookPayment(p: NewPayment): Promise<boolean> {
  return write(async (tx) => {
    const [same] = await tx.select({ id: payments.id }).from(payments).where(eq(payments.reference, p.reference))
    if (same) return false
    const { job, stages, business, client, today } = await loadJob(p.jobId)
    const stage = stages.find((s) => s.key === p.stage) ?? strayed(p, job)
    if (!stage)
      throw new Problem('invalid', 'This job has no such payment.', { stage: 'Choose the stage that was paid.' })
    if (p.amount <= 0)
      throw new Problem('invalid', 'The amount must be more than 0.', { amount: 'Give an amount above 0.' })
    const day = p.day ?? today
    await insistOnOpenDay(day, today)
    const id = newId()
    const row = { ...p, id, day, asked: stage.amount, currency: business.currency, at: now(), by: p.by ?? null }
    await tx.insert(payments).values(row)
    await post(tx, { event: `payment:${id}`, day, jobId: p.jobId }, entriesOf(cameIn(p, stages)))
    await note({
      jobId: p.jobId,
      type: 'paid',
      words: `${formatMoney(p.amount, business.currency)} from ${client?.name.slice(0, 80) ?? 'the client'}, ${stage.label.toLowerCase()}`,
      detail: METHOD[p.method],
      state: 'settled',
      notable: true,
    })
    await occurred({ id: `paid:${id}`, kind: 'paid', jobId: p.jobId, contactId: job.clientId, of: [p.stage] })
    await enqueue('mail.receipt', `receipt:${id}`, { jobId: p.jobId, paymentId: id })
    await enqueue('mail.owner', `money:${id}`, {
      about: 'money',
      jobId: p.jobId,
      subject: `${formatMoney(p.amount, business.currency)} received`,
      words: `${formatMoney(p.amount, business.currency)} from ${client?.name ?? 'the client'}, ${METHOD[p.method]}: ${stage.label}.`,
    })
    touch(p.jobId)
    return true
  })
}

/** Books one payment over several stages, all of it or nothing. With the same key it is the same. Returns whether it was new. */
export async function bookTogether(
  { parts, key, ...of }: z.output<typeof bookedTogether>,
  by: string | null,
): Promise<boolean> {
  return write(async () => {
    const fresh: boolean[] = []
    for (const p of parts)
      fresh.push(await bookPayment({ ...of, ...p, reference: `hand:${key}:${p.jobId}:${p.stage}`, by }))
    return fresh.some(Boolean)
  })
}

/** What was on its way for a stage when the job was called off: it counts towards what is kept, or is held, and what is too much goes back. */
function strayed({ stage, amount }: NewPayment, { calledOff, plan }: LoadedJob['job']) {
  const label = stage === DAMAGE ? 'Damage deposit' : plan.stages.find((s) => s.key === stage)?.label
  return calledOff && label ? { amount, label } : null
}

/** What money that came in is: a damage deposit that is held, or paid; beyond all that is open it is the client's credit. */
function cameIn({ stage, amount, method: way }: NewPayment, stages: readonly Stage[]): MoneyEvent {
  if (stage === DAMAGE) return { type: 'deposit held', way, amount }
  const open = sum(stages.filter((s) => !s.held).map((s) => s.open))
  return { type: 'paid', way, amount, beyond: minor(Math.max(amount - open, 0)) }
}

/** Opens the card page for what is due on a stage. Asked again while it is open, it is the same request. */
export async function requestCard(jobId: string, stageKey: string): Promise<{ url: string; request: string }> {
  if (!takesCards()) throw new Problem('not-now', 'Cards can’t be taken here. Pay by bank, please.')
  const { stages, job, business } = await loadJob(jobId)
  const stage = stages.find((s) => s.key === stageKey)
  if (!job.agreedOn || !stage || stage.open <= 0)
    throw new Problem('not-now', 'There is nothing to pay here at the moment.')
  if (await onItsWay(jobId, stageKey))
    throw new Problem('not-now', 'This was paid a moment ago. It shows here as soon as the card service has told us.')
  const [open] = await db()
    .select()
    .from(cardRequests)
    .where(
      and(
        eq(cardRequests.jobId, jobId),
        eq(cardRequests.stage, stageKey),
        eq(cardRequests.state, 'open'),
        eq(cardRequests.amount, stage.open),
      ),
    )
    .orderBy(desc(cardRequests.createdAt))
    .limit(1)
  const request = open ?? {
    id: newId(),
    jobId,
    stage: stageKey,
    label: `${stage.label}, ${job.title}`,
    amount: stage.open,
    currency: business.currency,
    providerRef: null,
    state: 'open' as const,
    createdAt: now(),
  }
  if (!open) await write((tx) => tx.insert(cardRequests).values(request))
  const page = await cardGateway().open({
    reference: request.id,
    amount: request.amount,
    currency: request.currency,
    label: request.label,
    payee: business.name,
    returnTo: `${useConfig().origin}/paid/${request.id}`,
    callbackUrl: `${useConfig().origin}/api/callbacks/cards`,
  })
  await write((tx) => tx.update(cardRequests).set({ providerRef: page.ref }).where(eq(cardRequests.id, request.id)))
  return { url: page.url, request: request.id }
}

/** How long an acknowledged payment may be on its way before it can be paid once more. */
const ON_ITS_WAY_MS = 86_400_000

/** Whether a stage was paid by card and the card service has only not told it yet. */
export async function onItsWay(jobId: string, stage: string): Promise<boolean> {
  const [row] = await db()
    .select({ id: cardRequests.id })
    .from(cardRequests)
    .where(
      and(
        eq(cardRequests.jobId, jobId),
        eq(cardRequests.stage, stage),
        eq(cardRequests.state, 'acknowledged'),
        gt(cardRequests.createdAt, new Date(Date.parse(now()) - ON_ITS_WAY_MS).toISOString()),
      ),
    )
    .limit(1)
  return !!row
}

/** Whoever paid has come back: where the card service says that it has the money, it isn't asked for again. */
export async function acknowledge(requestId: string): Promise<void> {
  const [request] = await db().select().from(cardRequests).where(eq(cardRequests.id, requestId))
  if (request?.state !== 'open' || !request.providerRef || !(await cardGateway().isPaid(request.providerRef))) return
  await write((tx) =>
    tx
      .update(cardRequests)
      .set({ state: 'acknowledged' })
      .where(and(eq(cardRequests.id, requestId), eq(cardRequests.state, 'open'))),
  )
}

/** What the card service told, already checked for its signature. Late or twice, the amount is booked once; another amount is not booked. */
export async function cardCallback(told: CardTold): Promise<'booked' | 'known' | 'noted' | 'disputed'> {
  return write(async (tx) => {
    const [request] = await tx.select().from(cardRequests).where(eq(cardRequests.id, told.reference))
    if (!request || request.providerRef !== told.ref) throw notFound('card request')
    if (request.state === 'disputed') return 'disputed'
    if (told.status === 'refused') {
      if (request.state === 'open')
        await note({ jobId: request.jobId, type: 'refused', words: `Card refused: ${request.label}`, state: 'trouble' })
      return 'noted'
    }
    if (told.amount !== request.amount || told.currency !== request.currency) {
      await tx.update(cardRequests).set({ state: 'disputed' }).where(eq(cardRequests.id, request.id))
      await note({
        jobId: request.jobId,
        type: 'disputed',
        words: 'The card service named another amount than was asked for. Nothing was booked; look into it.',
        detail: `asked ${request.amount} ${request.currency}, told ${told.amount} ${told.currency}`,
        state: 'trouble',
        notable: true,
      })
      return 'disputed'
    }
    const fresh = await bookPayment({
      jobId: request.jobId,
      stage: request.stage,
      amount: request.amount,
      method: 'card',
      reference: `card:${told.ref}`,
    })
    await tx.update(cardRequests).set({ state: 'paid' }).where(eq(cardRequests.id, request.id))
    return fresh ? 'booked' : 'known'
  })
}
