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

export type { Given }

export type { SignerPaper, SignerView, ProveView } from './out/signer'
