import type { Around } from '../core/fields/check'
import type { FieldSpec, PaperDocument } from '../core/document/model'
import type { PaperFigures } from '../core/layout/expand'
import type { PlacedField } from '../core/layout/types'
import type { RoundStatus } from '../core/rounds/rounds'
import type { Minor } from '../core/money/money'
import type { SignerDraft } from './signing'

/** What the signer's page shows: nothing that isn't for this person. */
export interface SignerView {
  business: { name: string; email: string; phone: string }
  paper: {
    title: string
    kind: string
    document: PaperDocument | null
    figures: PaperFigures | null
    pages: number
    fields: PlacedField[]
    /** Somebody else’s PDF, with its fields set on its pages. */
    marked: boolean
    /** Files that go with it, to be read. */
    enclosures: { sha: string; name: string }[]
  }
  /** Fields of the others that this person’s rules look at. */
  around: Around
  person: { id: string; name: string; party: string; number: number; fields: FieldSpec[] }
  others: { name: string; status: string; turn: number }[]
  state: 'open' | 'not-yet' | 'done' | 'declined' | 'withdrawn' | 'lapsed'
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
    later: { label: string; amount: Minor; dueOn: string | null } | null
    currency: string
  } | null
}
