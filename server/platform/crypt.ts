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

/** What deriving a key costs: N = 2^ln, r, p of RFC 7914. */
export interface Cost {
  ln: number
  r: number
  p: number
}
const COST: Cost = { ln: 14, r: 8, p: 5 }
const derive = (password: string, salt: Buffer, { ln, r, p }: Cost) =>
  new Promise<Buffer>((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, 32, { N: 2 ** ln, r, p, maxmem: 64 * 1024 * 1024 }, (error, key) =>
      error ? reject(error) : resolve(key),
    )
  })

/** A password or PIN as scrypt hash (RFC 7914) that carries what it cost: `scrypt$ln=14,r=8,p=5$salt$key`. */
export async function hashPassword(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password, salt, cost)
  return ['scrypt', `ln=${cost.ln},r=${cost.r},p=${cost.p}`, salt.toString('base64'), key.toString('base64')].join('$')
}

/** Whether a password is the one of a hash; a hash of an earlier main says no cost, and had today's. */
export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [, ln, r, p, salt, key] = /^scrypt\$(?:ln=(\d+),r=(\d+),p=(\d+)\$)?([^$]+)\$([^$]+)$/.exec(hash) ?? []
  const wanted = Buffer.from(key ?? '', 'base64')
  const cost = ln ? { ln: Number(ln), r: Number(r), p: Number(p) } : COST
  const given = await derive(password, Buffer.from(salt ?? '', 'base64'), cost)
  return wanted.length === given.length && timingSafeEqual(wanted, given)
}

export const hmac = (text: string, purpose: string): string =>
  createHmac('sha256', keyFor(purpose)).update(text).digest('base64')
