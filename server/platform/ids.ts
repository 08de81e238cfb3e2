import { createHash, randomBytes } from 'node:crypto'

let last = 0

/** A new id that sorts by the time it was made: milliseconds, then 80 random bits. */
export function newId(): string {
  last = Math.max(Date.now(), last + 1)
  return last.toString(36).padStart(9, '0') + randomBytes(10).toString('hex')
}

/** A signer's token: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url')
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')
