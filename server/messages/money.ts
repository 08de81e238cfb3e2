import type { Minor } from '../../core/money/money'
import { statementSays } from '../../core/statement/words'
import { asc, eq } from 'drizzle-orm'
import { dayIn, moneyIn, weekdayIn } from '../../shared/words'
import { takesCards } from '../gateways/cards'
import { db } from '../platform/db/client'
import { contacts, payments } from '../platform/db/schema'
import { spaced } from '../../core/money/reference'
import { referenceFor } from '../money/reference'
import { type Business, theBusiness } from '../records/business'
import { loadJob } from '../records/job'
import { saysHere } from '../records/words'
import type { MessageSays } from '../../shared/words/says'
import { clientLanguage, clientOf } from '../chain/language'
import { freshLink, post } from './compose'

/** Where and by which reference it is paid by bank; nothing where the business names no account. */
async function toTheBank(says: MessageSays, { bank }: Business, jobId: string, stage: string): Promise<string[]> {
  if (!bank) return []
  return [says('mByBank', { bank }), says('mReference', { reference: spaced(await referenceFor(jobId, stage)) })]
}

/** Asks the client for what is due now on an agreed job, with the way to pay. */
export async function mailDeposit(key: string, jobId: string): Promise<void> {
  const { job, client, stages, business, today } = await loadJob(jobId)
  const stage = stages.find((s) => s.open > 0 && !s.held && s.dueOn)
  if (!client?.email || !stage || stage.key !== 'deposit') return
  const { person, language } = await clientOf(jobId, client.id)
  if (!person) return
  const says = await saysHere(language)
  const amount = moneyIn(language, stage.open, business.currency)
  const due = stage.dueOn ? says('mDue', { date: dayIn(language, stage.dueOn) }) : ''
  const byCard = takesCards()
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says('mDepositSubject', { label: stage.label, job: job.title, amount }),
    paragraphs: [
      says('mDeposit', {
        day: job.day ? weekdayIn(language, job.day, today) : says('mYourDay'),
        label: stage.label,
        amount,
        due,
      }),
      ...(byCard ? [] : await toTheBank(says, business, jobId, stage.key)),
    ],
    button: { label: byCard ? says('mPay', { amount }) : says('mSeeAgreed'), to: await freshLink(person.id, 'email') },
  })
}

/** Asks the client once more for what is late; `last`: for the last time by itself. */
export async function mailLate(key: string, jobId: string, stageKey: string, last = false): Promise<void> {
  const { job, client, stages, business } = await loadJob(jobId)
  const stage = stages.find((s) => s.key === stageKey && s.open > 0 && s.dueOn)
  if (!client?.email || !stage) return
  const { person, language } = await clientOf(jobId, client.id)
  const says = await saysHere(language)
  const amount = moneyIn(language, stage.open, business.currency)
  const byCard = takesCards()
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says(last ? 'mLateLastSubject' : 'mLateSubject', { label: stage.label, job: job.title }),
    paragraphs: [
      says(last ? 'mLateLast' : 'mLate', {
        amount,
        job: job.title,
        label: stage.label,
        date: dayIn(language, stage.dueOn!),
      }),
      ...(byCard ? [] : await toTheBank(says, business, jobId, stage.key)),
    ],
    ...(person
      ? {
          button: {
            label: byCard ? says('mPay', { amount }) : says('mSeeAgreed'),
            to: await freshLink(person.id, 'email'),
          },
        }
      : {}),
  })
}

/** Tells the client that their money has arrived, or gone back to them, and what is still to come. */
export async function mailReceipt(key: string, jobId: string, paymentId: string): Promise<void> {
  const { job, client, stages, business } = await loadJob(jobId)
  const [payment] = await db().select().from(payments).where(eq(payments.id, paymentId)).orderBy(asc(payments.at))
  if (!client?.email || !payment) return
  const { language } = await clientOf(jobId, client.id)
  const says = await saysHere(language)
  const label = stages.find((s) => s.key === payment.stage)?.label ?? payment.stage
  const back = payment.amount < 0
  const amount = moneyIn(language, Math.abs(payment.amount), business.currency)
  const next = stages.find((s) => !s.held && s.open > 0)
  const left = stages.filter((s) => !s.held).reduce((n, s) => n + s.open, 0)
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says(back ? 'mReturnedSubject' : 'mReceiptSubject', { amount, job: job.title }),
    paragraphs: [
      says(back ? 'mReturned' : 'mReceipt', { amount, job: job.title, label }),
      left > 0
        ? says('mLeft', {
            amount: moneyIn(language, left, business.currency),
            due: next?.dueOn ? says('mDue', { date: dayIn(language, next.dueOn) }) : '',
          })
        : says('mNothingLeft'),
    ],
  })
}

/** Sends an invoice. */
export async function mailInvoice(key: string, jobId: string, number: string, sha: string): Promise<void> {
  const { job, client, invoices, business } = await loadJob(jobId)
  const invoice = invoices.find((i) => i.number === number)
  if (!client?.email || !invoice) return
  const language = await clientLanguage(jobId, client.id)
  const says = await saysHere(language)
  const { balance, dueOn, total } = invoice.invoice
  const currency = invoice.frozen?.currency ?? business.currency
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says('mInvoiceSubject', { number, job: job.title }),
    attachments: [{ name: says('mInvoiceFile', { number }), sha }],
    paragraphs: [
      says('mInvoice', { number, job: job.title, amount: moneyIn(language, total, currency) }),
      balance > 0 && dueOn
        ? says('mBalance', { amount: moneyIn(language, balance, currency), date: dayIn(language, dueOn) })
        : says('mNothingLeft'),
    ],
  })
}

/** Sends a client their statement. */
export async function mailStatement(key: string, contactId: string, sha: string, owed: Minor): Promise<void> {
  const [client] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  const business = await theBusiness()
  if (!client?.email) return
  const language = client.language ?? business.settings.language
  const says = await saysHere(language)
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says('mStatementSubject', { business: business.name }),
    attachments: [{ name: `${statementSays(language).title}.pdf`, sha }],
    paragraphs: [
      owed > 0 ? says('mStatement', { amount: moneyIn(language, owed, business.currency) }) : says('mStatementNothing'),
    ],
  })
}
