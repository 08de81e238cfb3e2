import { randomInt } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { Secret, TOTP } from 'otpauth'
import { later, now } from '../platform/clock'
import { decrypt, encrypt, hmac } from '../platform/crypt'
import { write } from '../platform/db/client'
import { members } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { type Member, guarded } from './members'

const PURPOSE = 'authenticators'
const STEP = 30
/** How many steps a device's clock may be off, either way. */
const OFF = 1
const totp = (secret: string, label = '') =>
  new TOTP({ issuer: 'Upwold', label, secret: Secret.fromBase32(secret), digits: 6, period: STEP })

/** Something to begin with: the address an authenticator reads, and the same sealed, to come back with a code. Nothing is kept yet. */
export function beginSecond(member: Member): { address: string; secret: string; sealed: string } {
  const secret = new Secret({ size: 20 }).base32
  const sealed = encrypt(Buffer.from(JSON.stringify({ secret, of: member.id, until: later(900) })), PURPOSE)
  return { address: totp(secret, member.email).toString(), secret, sealed }
}

const WRONG = 'This is not the code it shows now. Is the clock of the device right?'
const SPARE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
const SPARE = { codes: 10, length: 10 }
const spareHash = (code: string) => hmac(code.toLowerCase().replace(/[^a-z0-9]/g, ''), 'spare codes')
const spareCode = () =>
  Array.from({ length: SPARE.length }, () => SPARE_LETTERS[randomInt(SPARE_LETTERS.length)])
    .join('')
    .replace(/^(.{5})/, '$1-')

/** Turns it on once a code shows that the authenticator knows the secret; returns the spare codes, which are not shown again. */
export async function turnOnSecond(member: Member, sealed: string, code: string): Promise<string[]> {
  let begun: { secret: string; of: string; until: string }
  try {
    begun = JSON.parse(Buffer.from(decrypt(sealed, PURPOSE)).toString()) as typeof begun
  } catch {
    throw new Problem('gone', 'Begin anew: this was not begun here.')
  }
  if (begun.of !== member.id || begun.until < now()) throw new Problem('gone', 'This took too long. Begin anew.')
  const step = stepOf(begun.secret, code)
  if (step === null) throw new Problem('invalid', WRONG, { code: WRONG })
  const codes = Array.from({ length: SPARE.codes }, spareCode)
  await write((tx) =>
    tx
      .update(members)
      .set({ otpSecret: encrypt(Buffer.from(begun.secret), PURPOSE), otpStep: step, spareCodes: codes.map(spareHash) })
      .where(eq(members.id, member.id)),
  )
  return codes
}

export async function turnOffSecond(memberId: string): Promise<void> {
  await write((tx) =>
    tx.update(members).set({ otpSecret: '', otpStep: 0, spareCodes: [] }).where(eq(members.id, memberId)),
  )
}

/** The step of time a code is of, or null. */
function stepOf(secret: string, code: string): number | null {
  const timestamp = Date.parse(now())
  const delta = totp(secret).validate({ token: code, timestamp, window: OFF })
  return delta === null ? null : Math.floor(timestamp / 1000 / STEP) + delta
}

/** Insists on a code where a member has an authenticator: of it, or a spare one. Each opens once. */
export async function insistOnSecond(member: Member, code: string | undefined): Promise<void> {
  if (!member.otpSecret) return
  if (!code) throw new Problem('not-signed-in', 'Give the code your authenticator shows.', {}, { reason: 'code' })
  await guarded([['pin', `second ${member.id}`]], () => spend(member.id, code), 'This is not the code.')
}

const spend = (memberId: string, code: string): Promise<boolean> =>
  write(async (tx) => {
    const [fresh] = await tx.select().from(members).where(eq(members.id, memberId))
    const { otpSecret, otpStep, spareCodes } = fresh!
    const step = /^\d{6}$/.test(code) ? stepOf(Buffer.from(decrypt(otpSecret, PURPOSE)).toString(), code) : null
    if (step !== null && step > otpStep) {
      await tx.update(members).set({ otpStep: step }).where(eq(members.id, memberId))
      return true
    }
    const left = spareCodes.filter((c) => c !== spareHash(code))
    if (left.length === spareCodes.length) return false
    await tx.update(members).set({ spareCodes: left }).where(eq(members.id, memberId))
    return true
  })
