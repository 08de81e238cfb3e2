import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { type Json, canonical } from './canonical'

/** What is hashed for one event: exactly these members, as canonical JSON. */
export interface ChainEntry {
  round: string
  /** From 1, without gaps. */
  seq: number
  /** Instant in UTC, ISO 8601 with milliseconds. */
  at: string
  type: string
  actor: Json
  data: Json
  /** Hash of the entry before, or 64 zeros for the first. */
  prev: string
}
export interface ChainedEvent extends ChainEntry {
  hash: string
}

export const GENESIS = '0'.repeat(64)

/** SHA-256 of bytes or of a text's UTF-8, in lower-case hex. */
export function sha256Hex(data: Uint8Array | string): string {
  return bytesToHex(sha256(typeof data === 'string' ? utf8ToBytes(data) : data))
}

/** The hash of an entry: SHA-256 over the UTF-8 of its canonical JSON (RFC 8785). */
export function entryHash({ round, seq, at, type, actor, data, prev }: ChainEntry): string {
  return sha256Hex(canonical({ round, seq, at, type, actor, data, prev }))
}

/** Appends an entry behind the last event of its round. */
export function append(
  last: Pick<ChainedEvent, 'seq' | 'hash'> | null,
  entry: Omit<ChainEntry, 'seq' | 'prev'>,
): ChainedEvent {
  const whole = { ...entry, seq: (last?.seq ?? 0) + 1, prev: last?.hash ?? GENESIS }
  return { ...whole, hash: entryHash(whole) }
}

/** The place of the first event that doesn't fit the chain, with the reason; null when all is well. */
export function brokenAt(events: readonly ChainedEvent[]): { seq: number; reason: string } | null {
  let prev = GENESIS
  for (const [i, event] of events.entries()) {
    if (event.seq !== i + 1) return { seq: i + 1, reason: 'an event is missing or out of order' }
    if (event.prev !== prev) return { seq: event.seq, reason: 'it does not follow the event before it' }
    if (entryHash(event) !== event.hash) return { seq: event.seq, reason: 'its content was changed' }
    prev = event.hash
  }
  return null
}
