import type { SignerDraft } from './signing'

/** A draft nobody has filled anything in. Apart from the schemas, which a signer's page has no use for. */
export const EMPTY_DRAFT: SignerDraft = {
  values: {},
  taken: {},
  quantities: {},
  signature: null,
  initials: null,
  marks: {},
}

/** The most bytes one attachment may have. */
export const ATTACHMENT_MAX = 10_000_000
