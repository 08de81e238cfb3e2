import { minor } from '../../../core/money/money'
import type { ReadResult } from '../../../core/identity/read'

/** What one check of a document costs, in the business's currency. */
export const DOCUMENT_COST = minor(140)

/** Where in the picture a document is to be held: nobody can have taken that picture before. */
export type Hold = 'high' | 'low'

/** Somebody who reads identity documents from pictures. */
export interface IdentityGateway {
  /** `hold`: where in the picture the server asked for the document, `lost` when that can't count; null where nobody asks. */
  read(input: { document: Uint8Array; selfie: Uint8Array | null; hold: Hold | 'lost' | null }): Promise<ReadResult>
}
