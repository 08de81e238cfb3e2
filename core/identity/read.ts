/** What kind of document was read. */
export const documentKinds = ['passport', 'identity card', 'driving licence'] as const
export type DocumentKind = (typeof documentKinds)[number]

/** What a checker read from a picture. Days are `YYYY-MM-DD`, null where they can't be read. */
export interface ReadDocument {
  kind: DocumentKind
  given: string
  family: string
  number: string
  born: string | null
  expires: string | null
  /** Check digits that don't fit, by what they guard; empty when all fit. */
  badDigits: string[]
}
/** What a picture gave: a document, or none. A face is only looked for where a selfie was asked. */
export interface ReadResult {
  document: ReadDocument | null
  face: 'not asked' | 'found' | 'none'
  live: 'not asked' | 'yes' | 'no'
}
