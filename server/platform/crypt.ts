import {
  createCipheriv,
  createDecipheriv,
  createHmac,
  hkdfSync,
  randomBytes,
  scrypt,
  timingSafeEqual,
} from 'node:crypto'
import { useConfig } from './config'

/** A 32-byte key of its own for each purpose, drawn from the secret (HKDF, RFC 5869). */
export function keyFor(purpose: string): Buffer {
  return Buffer.from(hkdfSync('sha256', Buffer.from(useConfig().secret, 'hex'), Buffer.alloc(0), purpose, 32))
}

/** AES-256-GCM, as base64 of nonce, tag and text. */
export function encrypt(bytes: Uint8Array, purpose: string): string {
  const nonce = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', keyFor(purpose), nonce)
  const body = Buffer.concat([cipher.update(bytes), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64')
}

/** The reverse; throws when the text was changed or the secret is another. */
export function decrypt(text: string, purpose: string): Uint8Array {
  const all = Buffer.from(text, 'base64')
  const decipher = createDecipheriv('aes-256-gcm', keyFor(purpose), all.subarray(0, 12))
  decipher.setAuthTag(all.subarray(12, 28))
  return Buffer.concat([decipher.update(all.subarray(28)), decipher.final()])
}

const COST = { N: 16_384, r: 8, p: 5, maxmem: 64 * 1024 * 1024 }
const derive = (password: string, salt: Buffer) =>
  new Promise<Buffer>((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, 32, COST, (error, key) => (error ? reject(error) : resolve(key)))
  })

/** A password or PIN as scrypt hash (RFC 7914; N = 2^14, r = 8, p = 5). */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt$${salt.toString('base64')}$${(await derive(password, salt)).toString('base64')}`
}

export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [, salt, key] = hash.split('$')
  const wanted = Buffer.from(key ?? '', 'base64')
  const given = await derive(password, Buffer.from(salt ?? '', 'base64'))
  return wanted.length === given.length && timingSafeEqual(wanted, given)
}

export const hmac = (text: string, purpose: string): string =>
  createHmac('sha256', keyFor(purpose)).update(text).digest('base64')
