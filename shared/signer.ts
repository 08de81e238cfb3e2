import type { Given } from '../core/rounds/given'
import type { Around } from '../core/fields/check'
import type { PaperDocument } from '../core/document/model'
import type { FieldSpec } from '../core/document/field'
import type { PaperFigures } from '../core/layout/expand'
import type { PlacedField } from '../core/layout/types'
import type { Minor } from '../core/money/money'
import type { Choices } from '../core/pricing/pricing'
import type { Difference } from '../core/rounds/difference'
import type { Language, Proof } from '../core/rounds/plan'
import type { Part, RoundStatus } from '../core/rounds/rounds'
import type { SignatureMark, SignerDraft } from './signing'

/** One paper as its signer reads and fills it. */
export interface SignerPaper {
  id: string
  title: string
  kind: string
  document: PaperDocument | null
  figures: PaperFigures | null
  pages: number
  fields: PlacedField[]
  /** Places of others who have filled them. */
  theirs: PlacedField[]
  /** Somebody else’s PDF, with its fields set on its pages. */
  marked: boolean
  /** Files that go with it, to be read. */
  enclosures: { sha: string; name: string }[]
  sealed: boolean
  /** What reads differently from what they signed before; empty unless they sign again. */
  changed: Difference[]
}

export type { Given }

/** What the signer's page shows: nothing that isn't for this person. */
export interface SignerView {
  business: { name: string; email: string; phone: string }
  papers: SignerPaper[]
  /** Fields of the others that this person’s rules look at. */
  around: Around
  /** What those before them have given, by the field’s key. */
  given: Record<string, Given>
  /** What was chosen in the price table by the one it is for, where that is somebody else. */
  chosen: Choices | null
  person: {
    id: string
    name: string
    party: string
    part: Part
    number: number
    fields: FieldSpec[]
    mayPassOn: boolean
    /** A member’s own signature, as they kept it. */
    keeps: { signature: SignatureMark | null; initials: SignatureMark | null } | null
    /** An organisation is greeted by all of its name. */
    organisation: boolean
    /** Where their copy goes, with its middle left out; null where it goes nowhere yet. */
    copyTo: string | null
  }
  /** Whose signing they witness. */
  witnesses: string | null
  /** Who witnesses them from beside, now that they have signed. */
  beside: string | null
  others: { name: string; status: string; turn: number; part: Part }[]
  state: 'open' | 'not-yet' | 'done' | 'declined' | 'withdrawn' | 'lapsed' | 'paused' | 'replaced' | 'copy' | 'prove'
  /** How they prove who they are, where that comes first. */
  prove: ProveView | null
  language: Language
  /** A further sentence to tick before the last button; empty for none. */
  further: string
  questions: { question: string; answer: string | null }[]
  /** The business's own words after signing; empty for Upwold's. */
  thanks: string
  /** How the round stands as a whole. */
  round: RoundStatus
  allSigned: boolean
  sealed: boolean
  reason: string | null
  lapsesAt: string | null
  timeZone: string
  today: string
  jobTitle: string
  draft: SignerDraft
  version: number
  inPerson: boolean
  pay: {
    stage: string
    label: string
    amount: Minor
    dueOn: string | null
    paid: boolean
    /** Paid by card, and not told to us yet. */
    coming: boolean
    later: { label: string; amount: Minor; dueOn: string | null } | null
    currency: string
    /** Whether it can be paid by card here; by bank it always can. */
    byCard: boolean
    bank: string
  } | null
}

export interface ProveView {
  kind: Proof['kind']
  hint: string
  /** Where a one-time code goes, with its middle left out. */
  to: string
  by: 'email' | 'text' | null
  selfie: boolean
  live: boolean
  left: number
  closed: boolean
}
