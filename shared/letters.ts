import { z } from 'zod'
import { languages } from '../core/text/language'
import { type MessageKey, WORDS } from './words/says'

/** Every letter to people outside that can be worded anew: when it goes, its subject and what it says. */
export const LETTERS = [
  { key: 'asked', when: 'somebody is asked to agree or sign', subject: 'mSubject', body: 'mMessage' },
  { key: 'flow', when: 'somebody is asked a few things first, from a job', subject: 'mFlowSubject', body: 'mFlow' },
  { key: 'reminded', when: 'they are reminded', subject: 'mReminder', body: 'mNudge' },
  { key: 'again', when: 'something was corrected and they sign again', subject: 'mAgainSubject', body: 'mAgain' },
  { key: 'told', when: 'somebody gets a copy of what is out', subject: 'mToldSubject', body: 'mTold' },
  { key: 'code', when: 'they prove who they are by a code', subject: 'mCodeSubject', body: 'mCode' },
  { key: 'answer', when: 'their question is answered', subject: 'mAnswerSubject', body: 'mAnswer' },
  { key: 'copy', when: 'everybody has signed', subject: 'mSignedSubject', body: 'mSigned' },
  { key: 'withdrawn', when: 'you withdraw', subject: 'mWithdrawnSubject', body: 'mWithdrawn' },
  { key: 'declined', when: 'somebody declines', subject: 'mDeclinedSubject', body: 'mDeclined' },
  { key: 'held', when: 'you put it on hold', subject: 'mHeldSubject', body: 'mHeld' },
  { key: 'goes-on', when: 'it goes on', subject: 'mGoesOnSubject', body: 'mGoesOn' },
  { key: 'lapsed', when: 'the time to sign has passed', subject: 'mLapsedSubject', body: 'mLapsed' },
  { key: 'extended', when: 'there is more time', subject: 'mExtendedSubject', body: 'mExtended' },
  { key: 'due', when: 'a deposit is asked for', subject: 'mDepositSubject', body: 'mDeposit' },
  { key: 'overdue', when: 'something is late', subject: 'mLateSubject', body: 'mLate' },
  { key: 'overdue-last', when: 'something is late, for the last time', subject: 'mLateLastSubject', body: 'mLateLast' },
  { key: 'price', when: 'what repeats will cost something else', subject: 'mPriceSubject', body: 'mPrice' },
  { key: 'statement', when: 'you send a statement', subject: 'mStatementSubject', body: 'mStatement' },
  { key: 'receipt', when: 'money has arrived', subject: 'mReceiptSubject', body: 'mReceipt' },
  { key: 'returned', when: 'money goes back to them', subject: 'mReturnedSubject', body: 'mReturned' },
  { key: 'kept', when: 'part of a damage deposit is kept', subject: 'mKeptSubject', body: 'mKept' },
  { key: 'credit-used', when: 'their credit is used', subject: 'mCreditUsedSubject', body: 'mCreditUsed' },
  { key: 'plan', when: 'what is to be paid is moved', subject: 'mPlanSubject', body: 'mPlan' },
  { key: 'corrected', when: 'a booking is taken back', subject: 'mCorrectedSubject', body: 'mCorrected' },
  { key: 'called-off', when: 'a job is called off', subject: 'mCalledOffSubject', body: 'mCalledOff' },
  { key: 'credit', when: 'a credit note is raised', subject: 'mCreditSubject', body: 'mCredit' },
  { key: 'invoice', when: 'an invoice is raised', subject: 'mInvoiceSubject', body: 'mInvoice' },
] as const satisfies { key: string; when: string; subject: MessageKey; body: MessageKey }[]
export type Letter = (typeof LETTERS)[number]
export const letterKeys = LETTERS.map((l) => l.key) as [Letter['key'], ...Letter['key'][]]

/** What can stand in the words that ask, besides what Upwold’s own say. */
const ASKED = ['name', 'first', 'paper', 'papers', 'job', 'day', 'forDay', 'deadline', 'business', 'minutes']
const placesOf = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!)

/** The values that can stand in a text, in braces. */
export const placesFor = (key: MessageKey): string[] =>
  key === 'mSubject' || key === 'mMessage' ? ASKED : [...new Set(placesOf(WORDS.en.message[key]))]

/** Values without which a letter would be for nothing. */
const NEEDED: Partial<Record<MessageKey, string>> = { mCode: 'code', mAnswer: 'question' }

/** Why a text can’t stand for Upwold’s own; null where it can. */
export function wordingProblem(key: MessageKey, text: string): string | null {
  const may = placesFor(key)
  const unknown = placesOf(text).find((p) => !may.includes(p))
  if (unknown) return `There is no {${unknown}} in this letter. It can say ${may.map((p) => `{${p}}`).join(', ')}.`
  const needed = NEEDED[key]
  return needed && !placesOf(text).includes(needed) ? `Without {${needed}} this letter is for nothing.` : null
}

const subject = z
  .string()
  .trim()
  .min(1, 'A letter has a subject.')
  .max(200)
  .regex(/^[^\r\n]*$/, 'A subject is one line.')
const body = z.string().trim().min(1, 'Write what it says.').max(3000)
export const wording = z.object({ language: z.enum(languages), subject, body })
export type Wording = z.output<typeof wording>
export const wordingIn = z.object({ language: z.enum(languages) })
/** The same, only to look at or to have it sent to oneself. */
export const tryWording = wording.extend({ send: z.boolean().default(false) })

const part = z.object({ text: z.string(), usual: z.string(), places: z.array(z.string()) })
export const lettersView = z.object({
  language: z.enum(languages),
  letters: z.array(z.object({ key: z.enum(letterKeys), when: z.string(), subject: part, body: part })),
  /** Languages in which something is worded anew. */
  changed: z.array(z.enum(languages)),
})
export type LettersView = z.output<typeof lettersView>
export const letterShown = z.object({ subject: z.string(), html: z.string(), sentTo: z.string().nullable() })
export type LetterShown = z.output<typeof letterShown>
