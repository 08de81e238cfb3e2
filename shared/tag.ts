import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * What something is at the moment, as an entity tag (RFC 9110, 8.8.3): of its JSON, so that whoever was given it can say by
 * `If-Match` what it was when they began to change it.
 */
export const tagOf = (value: unknown): string =>
  `"${bytesToHex(sha256(utf8ToBytes(JSON.stringify(value) ?? ''))).slice(0, 32)}"`
