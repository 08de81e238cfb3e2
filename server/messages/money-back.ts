import { eq } from 'drizzle-orm'
import { type Minor, minor } from '../../core/money/money'
import { dayIn, moneyIn } from '../../shared/words'
import { clientLanguage } from '../chain/language'
import { db } from '../platform/db/client'
import { creditNotes, payments } from '../platform/db/schema'
import { type LoadedJob, loadJob } from '../records/job'
import { saysHere } from '../records/words'
import { post } from './compose'

type Says = Awaited<ReturnType<typeof saysHere>>
interface Told {
  loaded: LoadedJob
  says: Says
  /** An amount as the client reads it. */
  amount: (n: Minor) => string
  day: (d: string) => string
}
type Letter = { subject: string; paragraphs: string[]; attachments?: { name: string; sha: string }[] }

/** Tells the client of a job something about money, in their language; nothing where they have no address. */
async function tell(key: string, jobId: string, letter: (of: Told) => Letter): Promise<void> {
  const loaded = await loadJob(jobId)
  const { client, business } = loaded
  if (!client?.email) return
  const language = await clientLanguage(jobId, client.id)
  const says = await saysHere(language)
  const amount = (n: Minor) => moneyIn(language, n, business.currency)
  const said = letter({ loaded, says, amount, day: (d) => dayIn(language, d) })
  await post(business, { key, about: 'money', to: client.email, language, ...said })
}

/** Tells them that money went back to them. */
export const mailBack = (key: string, jobId: string, amount: Minor): Promise<void> =>
  tell(key, jobId, ({ loaded: { job }, says, amount: as }) => ({
    subject: says('mReturnedSubject', { amount: as(amount), job: job.title }),
    paragraphs: [says('mReturned', { amount: as(amount), job: job.title, label: job.title })],
  }))

/** Tells them what became of their damage deposit: what goes back, what is kept and why. */
export const mailDamage = (
  key: string,
  jobId: string,
  { back, kept, words }: { back: Minor; kept: Minor; words: string },
): Promise<void> =>
  tell(key, jobId, ({ loaded: { job }, says, amount }) => {
    const subject = says('mKeptSubject', { job: job.title })
    return {
      subject,
      paragraphs: [
        ...(kept > 0 ? [says('mKept', { amount: amount(kept), job: job.title, why: words })] : []),
        ...(back > 0 ? [says('mReturned', { amount: amount(back), job: job.title, label: subject })] : []),
      ],
    }
  })

/** Tells them that a receipt they had was a mistake. */
export async function mailCorrected(key: string, jobId: string, paymentId: string): Promise<void> {
  const [row] = await db().select().from(payments).where(eq(payments.id, paymentId))
  if (!row) return
  await tell(key, jobId, ({ loaded: { job }, says, amount }) => {
    const of = { amount: amount(minor(Math.abs(row.amount))), job: job.title }
    return { subject: says('mCorrectedSubject', of), paragraphs: [says('mCorrected', of)] }
  })
}

/** Tells them what of their credit was used, and for what. */
export async function mailCreditUsed(key: string, jobId: string, paymentId: string): Promise<void> {
  const [row] = await db().select().from(payments).where(eq(payments.id, paymentId))
  if (!row) return
  await tell(key, jobId, ({ loaded: { job, stages }, says, amount }) => {
    const label = stages.find((s) => s.key === row.stage)?.label ?? job.title
    const of = { amount: amount(row.amount), job: job.title, label, from: row.words }
    return { subject: says('mCreditUsedSubject', of), paragraphs: [says('mCreditUsed', of)] }
  })
}

/** Tells them that what is still to be paid is asked for on other days, as it is now. */
export const mailPlan = (key: string, jobId: string): Promise<void> =>
  tell(key, jobId, ({ loaded: { job, stages }, says, amount, day }) => ({
    subject: says('mPlanSubject', { job: job.title }),
    paragraphs: [
      says('mPlan', { job: job.title }),
      ...stages
        .filter((s) => s.open > 0)
        .map((s) => [`${s.label}: ${amount(s.open)}`, ...(s.dueOn ? [day(s.dueOn)] : [])].join(', ')),
    ],
  }))

/** Tells them that a job was called off: what is kept, what goes back or is still to be paid. */
export const mailCalledOff = (key: string, jobId: string): Promise<void> =>
  tell(key, jobId, ({ loaded: { job, stages, credit }, says, amount, day }) => {
    const { on, owed } = job.calledOff!
    const open = minor(stages.filter((s) => !s.held).reduce((n, s) => n + s.open, 0))
    return {
      subject: says('mCalledOffSubject', { job: job.title }),
      paragraphs: [
        says('mCalledOff', { job: job.title, date: day(on) }),
        ...(owed > 0 ? [says('mCalledOffKept', { amount: amount(owed) })] : []),
        ...(credit > 0 ? [says('mCalledOffBack', { amount: amount(credit) })] : []),
        ...(open > 0 ? [says('mCalledOffOpen', { amount: amount(open) })] : []),
      ],
    }
  })

/** Sends a credit note. */
export async function mailCredit(key: string, id: string): Promise<void> {
  const [row] = await db().select().from(creditNotes).where(eq(creditNotes.id, id))
  if (!row?.pdfSha) return
  const sha = row.pdfSha
  await tell(key, row.jobId, ({ loaded: { job }, says, amount }) => {
    const of = { number: row.number, job: job.title, amount: amount(row.credit.total) }
    return {
      subject: says('mCreditSubject', of),
      paragraphs: [says('mCredit', of)],
      attachments: [{ name: says('mCreditFile', { number: row.number }), sha }],
    }
  })
}
