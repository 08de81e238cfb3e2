import { sha256Hex } from './chain'
import { type Json, canonical } from './canonical'

/** The last event of one round's chain, and what its versions say: enough to find any of them changed. */
export interface RoundHead {
  round: string
  seq: number
  hash: string
  /** Hash of what each version of the round says, by the version's id. */
  versions: { [version: string]: string }
}

/** What is signed: the heads of the rounds it covers, and the head before it. */
export interface ChainHead {
  seq: number
  at: string
  /** Why it was made: a round ended, or a night passed. */
  why: 'ended' | 'night'
  rounds: RoundHead[]
  /** Hash of the signed head before, 64 zeros for the first. */
  prev: string
}

export const NO_HEAD = '0'.repeat(64)
const plain = (value: unknown) => JSON.parse(JSON.stringify(value)) as Json

/** The bytes of a head as they are signed: canonical JSON (RFC 8785) in UTF-8. */
export const headBytes = (head: ChainHead): Uint8Array => new TextEncoder().encode(canonical(plain(head)))
export const headHash = (head: ChainHead): string => sha256Hex(canonical(plain(head)))

/** The hash of what a frozen version says: its document, figures, fields and the hash of its PDF. */
export const versionHash = (version: {
  document: unknown
  figures: unknown
  fields: unknown
  pages: number
  pdfSha: string
}): string => {
  const { document, figures, fields, pages, pdfSha } = version
  return sha256Hex(canonical(plain({ document, figures, fields, pages, pdfSha })))
}
