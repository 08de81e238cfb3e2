import type { RecordLabels } from './record'

/** What the signing record says besides its labels; ways somebody was reached are keyed by their English, as the chain has them. */
type RecordKey =
  | keyof RecordLabels
  | 'eCopyTo'
  | 'signedByHand'
  | 'taken'
  | 'leftOut'
  | 'quantityOf'
  | 'scanOf'
  | 'eAskedByLink'
  | 'eCameByStanding'
  | 'eAskedMember'
  | 'on their phone'
  | 'signs'
  | 'witnesses'
  | 'getsCopy'
  | 'wasReplaced'
  | 'reached'
  | 'askedInPerson'
  | 'onPaper'
  | 'provedBy'
  | 'yes'
  | 'no'
  | 'eSent'
  | 'eSentChecked'
  | 'eDelivered'
  | 'eBounced'
  | 'eProved'
  | 'eProofFailed'
  | 'eClosed'
  | 'eReopened'
  | 'eCorrected'
  | 'eReplaced'
  | 'ePassedOn'
  | 'eReordered'
  | 'eAdded'
  | 'eCopied'
  | 'ePaused'
  | 'eResumed'
  | 'eExtended'
  | 'eNoDeadline'
  | 'eRevised'
  | 'eOnPaper'
  | 'eAnswered'
  | 'eAsked'
  | 'eAskedInPerson'
  | 'eOpened'
  | 'eSigned'
  | 'eNudged'
  | 'eQuestion'
  | 'eShown'
  | 'eSignedHosted'
  | 'eAffirmed'
  | 'e-mail'
  | 'text'
  | 'and'
  | 'by a link sent by e-mail'
  | 'by a link sent as a text'
  | 'by a link that was handed over'
  | 'by a standing link'
  | 'in person, on the business’s device'
  | 'signed in as a member of the business'

/** The words of the record in one language; `{x}` stands for what is put in. */
export type RecordWords = Record<RecordKey, string>

/** Says one of the record's words in its language, with what is put in. */
export interface RecordSays {
  (key: RecordKey, args?: Record<string, string>): string
  /** Whether there is such a word. */
  has: (key: string) => key is RecordKey
}
