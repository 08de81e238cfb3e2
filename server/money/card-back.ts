import { and, eq, ne } from 'drizzle-orm'
import { type Minor, formatMoney, minor, sum } from '../../core/money/money'
import { cardGateway } from '../gateways/cards'
import { now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { cardBacks, payments } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { type LoadedJob, loadJob } from '../records/job'
import { note } from '../standing/thread'
import { counterBooking } from './counter'

/** A part of what goes back: of which stage, and of which payment the card service took, where it took it. */
export interface BackPart {
  stage: string
  amount: Minor
  ref: string | null
}

/** What the card service was asked to give back of a job's payments, and hasn't refused. */
const backsOf = (jobId: string) =>
  db()
    .select({ paymentId: cardBacks.paymentId, ref: cardBacks.providerRef, amount: cardBacks.amount })
    .from(cardBacks)
    .innerJoin(payments, eq(payments.id, cardBacks.paymentId))
    .where(and(eq(payments.jobId, jobId), ne(cardBacks.state, 'refused')))

/** The bookings of those. */
export const cardBacksOf = async (jobId: string): Promise<Set<string>> =>
  new Set((await backsOf(jobId)).map((b) => b.paymentId))

const CARD = 'card:'
/** What each card payment of a job still has, the last first; those taken on a terminal of one's own have no reference. */
async function cardPayments({ job, payments: counted }: LoadedJob): Promise<BackPart[]> {
  const gone = await backsOf(job.id)
  const came = counted.filter((p) => p.method === 'card' && p.amount > 0)
  // What went back by card of a stage and by no service came off what a terminal took on it.
  const byHand = (stage: string) =>
    sum(
      counted
        .filter(
          (p) => p.method === 'card' && p.amount < 0 && p.stage === stage && !gone.some((g) => g.paymentId === p.id),
        )
        .map((p) => minor(-p.amount)),
    )
  const less = new Map<string, Minor>()
  return came.reverse().map((p) => {
    if (p.reference.startsWith(CARD)) {
      const ref = p.reference.slice(CARD.length)
      const back = sum(gone.filter((g) => g.ref === ref).map((g) => g.amount))
      return { stage: p.stage, ref, amount: minor(p.amount - back) }
    }
    const left = less.get(p.stage) ?? byHand(p.stage)
    const off = minor(Math.min(left, p.amount))
    less.set(p.stage, minor(left - off))
    return { stage: p.stage, ref: null, amount: minor(p.amount - off) }
  })
}

/**
 * Of which card payments an amount goes back, the last first, never more than its stage still has (`had`). Refuses more than
 * was paid by card.
 */
export async function cardParts(
  loaded: LoadedJob,
  amount: Minor,
  had: ReadonlyMap<string, Minor>,
  field: string,
): Promise<BackPart[]> {
  let left: number = amount
  const room = new Map(had)
  const parts = (await cardPayments(loaded)).flatMap((p): BackPart[] => {
    const part = minor(Math.max(0, Math.min(left, p.amount, room.get(p.stage) ?? 0)))
    if (part === 0) return []
    left -= part
    room.set(p.stage, minor(room.get(p.stage)! - part))
    return [{ ...p, amount: part }]
  })
  if (left > 0) {
    const most = formatMoney(minor(amount - left), loaded.business.currency)
    const words = `Only ${most} of it can go back by card. Give the rest by bank.`
    throw new Problem('invalid', words, { [field]: words })
  }
  return parts
}

/** Has the card service give back what was booked, in the open transaction; nothing for what a terminal took. */
export async function askCardBack(tx: Db, paymentId: string, { ref, amount }: BackPart): Promise<void> {
  if (ref === null) return
  await tx.insert(cardBacks).values({ paymentId, providerRef: ref, amount, state: 'asked', at: now() })
  await enqueue('card.back', `card-back:${paymentId}`, { paymentId })
}

/** The outbox's part: the card service gives the money back, once. Where it refuses, the booking is taken back and said. */
export async function workCardBack(paymentId: string): Promise<void> {
  const [row] = await db().select().from(cardBacks).where(eq(cardBacks.paymentId, paymentId))
  if (row?.state !== 'asked') return
  const [booking] = await db().select().from(payments).where(eq(payments.id, paymentId))
  const { providerRef: ref, amount } = row
  const answer = await cardGateway().giveBack({ ref, amount, currency: booking!.currency, reference: paymentId })
  await write(async (tx) => {
    await tx.update(cardBacks).set({ state: answer }).where(eq(cardBacks.paymentId, paymentId))
    if (answer === 'done') return
    const { jobId } = booking!
    const loaded = await loadJob(jobId)
    const words = `The card service doesn’t give ${formatMoney(amount, loaded.business.currency)} back`
    await counterBooking(tx, loaded, booking!, { words, by: null })
    await note({ jobId, type: 'refused', words, detail: 'Give it back by bank.', state: 'trouble', notable: true })
    await enqueue('mail.owner', `card-back-refused:${paymentId}`, {
      about: 'money',
      jobId,
      subject: words,
      words: `${words}. Nothing went back: give it by bank, and book that.`,
    })
  })
}
