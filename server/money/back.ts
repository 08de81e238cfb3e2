import { and, eq, inArray, like } from 'drizzle-orm'
import type { z } from 'zod'
import { type MoneyEvent, type Way, entriesOf } from '../../core/ledger/ledger'
import { type Minor, ZERO, formatMoney, minor, sum } from '../../core/money/money'
import { paidByStage } from '../../core/payment-plan/paid'
import { DAMAGE } from '../../core/payment-plan/plan'
import type { payBack, settleDeposit } from '../../shared/jobs'
import { now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { jobFiles, payments } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { touch } from '../standing/touch'
import { type BackPart, askCardBack, cardBacksOf, cardParts } from './card-back'
import { counterBooking } from './counter'
import { counterCredit } from './credit-used'
import { creditPosted, post } from './ledger'
import { METHOD } from './payments'

/**
 * Takes back a booking that was a mistake, by one that says the opposite; both stay to be seen. What a card service took is
 * given back instead. Done twice it is one. The client, who had a receipt, is told.
 */
export async function takeBackBooking(
  jobId: string,
  { booking, words }: { booking: string; words: string },
  by: string | null,
): Promise<void> {
  await write(async (tx) => {
    const loaded = await loadJob(jobId)
    const { bookings, business, client, payments: counted } = loaded
    const row = bookings.find((b) => b.id === booking)
    if (!row) throw notFound('booking')
    if (bookings.some((b) => b.reverses === booking)) return
    if (row.reverses) throw new Problem('not-now', 'This booking takes back another. Book again what was right.')
    if (row.reference.startsWith('card:'))
      throw new Problem('not-now', 'The card service has this money. Give it back by card instead.')
    if ((await cardBacksOf(jobId)).has(booking))
      throw new Problem('not-now', 'The card service has given this back. It can’t be taken back here.')
    const left = sum(counted.filter((p) => p.id !== booking && p.stage === row.stage).map((p) => p.amount))
    if (left < 0)
      throw new Problem('not-now', 'Some of it has gone back or was kept since. Take that booking back first.')
    const counter = row.method === 'credit' ? counterCredit : counterBooking
    const id = await counter(tx, loaded, row, { words, by })
    const amount = formatMoney(minor(Math.abs(row.amount)), business.currency)
    await note({
      jobId,
      type: 'taken-back',
      words: `A booking of ${amount} from ${client?.name.slice(0, 80) ?? 'the client'} was taken back`,
      detail: words,
      notable: true,
    })
    await enqueue('mail.corrected', `corrected:${id}`, { jobId, paymentId: id })
  })
}

/** Books money that went back on a stage, and posts it. */
async function bookBack(
  tx: Db,
  { job, business, today }: LoadedJob,
  {
    ref: _ref,
    ...row
  }: Omit<BackPart, 'ref'> & {
    ref?: BackPart['ref']
    method: Way | 'kept'
    words: string
    files?: string[]
    reference: string
    by: string | null
  },
  event: MoneyEvent,
): Promise<string> {
  const id = newId()
  const { currency } = business
  await tx
    .insert(payments)
    .values({ id, ...row, jobId: job.id, amount: minor(-row.amount), asked: ZERO, currency, at: now(), day: today })
  await post(tx, { event: `payment:${id}`, day: today, jobId: job.id }, entriesOf(event))
  return id
}

/** What of which stage goes back, from the last that was paid to the first; by card, of which payment the service took. */
async function partsBack(
  loaded: LoadedJob,
  rows: LoadedJob['payments'],
  { amount, method }: { amount: Minor; method: Way },
): Promise<BackPart[]> {
  const had = paidByStage(rows)
  if (method === 'card') return cardParts(loaded, amount, had, 'amount')
  let left: number = amount
  return [...had].reverse().flatMap(([stage, has]): BackPart[] => {
    const part = minor(Math.min(Math.max(has, 0), left))
    left -= part
    return part > 0 ? [{ stage, amount: part, ref: null }] : []
  })
}

const bookedBefore = async (key: string): Promise<boolean> =>
  (
    await db()
      .select({ id: payments.id })
      .from(payments)
      .where(like(payments.reference, `${key}:%`))
      .limit(1)
  ).length > 0

/**
 * Books money that was given back to a client: at most what they paid on the job. What stood to their credit goes first. With
 * the same key it is one.
 */
export async function giveBack(jobId: string, given: z.output<typeof payBack>, by: string | null): Promise<void> {
  await write(async (tx) => {
    const key = `back:${given.key}`
    if (await bookedBefore(key)) return
    const loaded = await loadJob(jobId)
    const { business, client } = loaded
    const ordinary = loaded.payments.filter((p) => p.stage !== DAMAGE)
    const paid = sum(ordinary.map((p) => p.amount))
    const { amount } = given
    if (amount > paid) {
      const words = `Only ${formatMoney(paid, business.currency)} was paid on this job.`
      throw new Problem('invalid', words, { amount: words })
    }
    // What was beyond all that was owed when it came stands to their credit; the rest was paid on what they owed.
    let ofCredit = Math.min(await creditPosted(tx, jobId), amount)
    for (const [i, part] of (await partsBack(loaded, ordinary, given)).entries()) {
      const credited = minor(Math.min(ofCredit, part.amount))
      const row = { ...part, method: given.method, words: given.words, reference: `${key}:${i}`, by }
      const event = { type: 'paid back' as const, way: given.method, amount: part.amount, ofCredit: credited }
      await askCardBack(tx, await bookBack(tx, loaded, row, event), part)
      ofCredit -= credited
    }
    const words = formatMoney(amount, business.currency)
    await note({
      jobId,
      type: 'paid-back',
      words: `${words} given back to ${client?.name.slice(0, 80) ?? 'the client'}`,
      detail: [METHOD[given.method], given.words].filter(Boolean).join('. '),
      state: 'settled',
      notable: true,
    })
    await enqueue('mail.back', `back-mail:${given.key}`, { jobId, amount })
    touch(jobId)
  })
}

/**
 * Settles a damage deposit, or a part of it: what goes back to the client, what is kept, and why, with pictures. Never more
 * than is held. The client is told.
 */
export async function settleDamageDeposit(
  jobId: string,
  given: z.output<typeof settleDeposit>,
  by: string | null,
): Promise<void> {
  await write(async (tx) => {
    const key = `deposit:${given.key}`
    if (await bookedBefore(key)) return
    const loaded = await loadJob(jobId)
    const { business, client } = loaded
    const held = sum(loaded.payments.filter((p) => p.stage === DAMAGE).map((p) => p.amount))
    if (given.back + given.kept > held) {
      const words = `${formatMoney(minor(Math.max(held, 0)), business.currency)} is held: more can’t go back or be kept.`
      throw new Problem('invalid', words, { back: words })
    }
    const of = { stage: DAMAGE, words: given.words, by }
    const files = given.files.length
      ? await tx
          .select({ sha: jobFiles.sha, name: jobFiles.name, type: jobFiles.type })
          .from(jobFiles)
          .where(and(eq(jobFiles.jobId, jobId), inArray(jobFiles.sha, given.files)))
      : []
    if (files.length !== new Set(given.files).size)
      throw new Problem('invalid', 'One of the pictures isn’t here any more. Give it again.', {
        files: 'Give the picture again.',
      })
    if (given.kept > 0)
      await bookBack(
        tx,
        loaded,
        { ...of, amount: given.kept, method: 'kept', files: given.files, reference: `${key}:kept` },
        { type: 'deposit kept', amount: given.kept },
      )
    if (given.back > 0) {
      const { method, back } = given
      const has = new Map([[DAMAGE, minor(held - given.kept)]])
      const parts =
        method === 'card' ? await cardParts(loaded, back, has, 'back') : [{ stage: DAMAGE, amount: back, ref: null }]
      for (const [i, part] of parts.entries()) {
        const row = { ...of, amount: part.amount, method, reference: `${key}:back${i || ''}` }
        const event = { type: 'deposit returned' as const, way: method, amount: part.amount }
        await askCardBack(tx, await bookBack(tx, loaded, row, event), part)
      }
    }
    const say = (n: Minor) => formatMoney(n, business.currency)
    await note({
      jobId,
      type: 'deposit-settled',
      words: [
        given.back > 0 ? `${say(given.back)} of the damage deposit given back` : '',
        given.kept > 0 ? `${say(given.kept)} ${given.back > 0 ? '' : 'of the damage deposit '}kept` : '',
      ]
        .filter(Boolean)
        .join(', '),
      detail: [client?.name ?? '', given.words].filter(Boolean).join(': '),
      state: 'settled',
      files,
      notable: true,
    })
    await enqueue('mail.damage', `damage-mail:${given.key}`, {
      jobId,
      back: given.back,
      kept: given.kept,
      words: given.words,
    })
    touch(jobId)
  })
}
