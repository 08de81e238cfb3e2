import {
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server'
import { and, asc, eq, gt } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db, write } from '../platform/db/client'
import { challenges, passkeys } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { type Member, memberById } from './members'

/** How long somebody has to touch their key, in seconds. */
const OPEN = 300
const MOST = 20
const origin = () => useConfig().origin
/** The site a key is for (WebAuthn, 13.4.9): the name we are reached at. */
const site = () => new URL(origin()).hostname

async function keepChallenge(challenge: string, memberId: string | null): Promise<void> {
  await write((tx) => tx.insert(challenges).values({ challenge, memberId, until: later(OPEN) }))
}
/** Takes a challenge that was set; a second time it is none. */
async function spendChallenge(challenge: string, memberId: string | null): Promise<boolean> {
  const gone = await write((tx) =>
    tx
      .delete(challenges)
      .where(and(eq(challenges.challenge, challenge), gt(challenges.until, now())))
      .returning(),
  )
  return gone.length === 1 && gone[0]!.memberId === memberId
}

export const passkeysOf = (memberId: string) =>
  db().select().from(passkeys).where(eq(passkeys.memberId, memberId)).orderBy(asc(passkeys.createdAt))

/** What the browser hands to the device that is to have a key. */
export async function beginPasskey(member: Member) {
  const there = await passkeysOf(member.id)
  if (there.length >= MOST) throw new Problem('not-now', `You have ${MOST} keys already. Take one away first.`)
  const options = await generateRegistrationOptions({
    rpName: 'Upwold',
    rpID: site(),
    userName: member.email,
    userDisplayName: member.name,
    userID: Uint8Array.from(Buffer.from(member.id)),
    attestationType: 'none',
    excludeCredentials: there.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  })
  await keepChallenge(options.challenge, member.id)
  return options
}

const NOT = 'This device’s key could not be read. Try again, or use another device.'

export async function addPasskey(member: Member, name: string, response: RegistrationResponseJSON): Promise<void> {
  const { verified, registrationInfo } = await verifyRegistrationResponse({
    response,
    expectedChallenge: (challenge) => spendChallenge(challenge, member.id),
    expectedOrigin: origin(),
    expectedRPID: site(),
    requireUserVerification: true,
  }).catch(() => {
    throw new Problem('invalid', NOT)
  })
  if (!verified) throw new Problem('invalid', NOT)
  const { id, publicKey, counter, transports = [] } = registrationInfo.credential
  await write((tx) =>
    tx
      .insert(passkeys)
      .values({
        id,
        memberId: member.id,
        publicKey: Buffer.from(publicKey).toString('base64url'),
        counter,
        transports,
        name,
        createdAt: now(),
      })
      .onConflictDoNothing(),
  )
}

export async function removePasskey(member: Member, id: string): Promise<void> {
  const gone = await write((tx) =>
    tx
      .delete(passkeys)
      .where(and(eq(passkeys.id, id), eq(passkeys.memberId, member.id)))
      .returning(),
  )
  if (!gone.length) throw notFound('key')
}

/** What a browser asks its device to sign, whoever it is: the key says whose it is. */
export async function beginEntry() {
  const options = await generateAuthenticationOptions({ rpID: site(), userVerification: 'required' })
  await keepChallenge(options.challenge, null)
  return options
}

/** Who comes in with a key. The device asked for a finger, a face or a PIN: it stands for both factors. */
export async function enterByPasskey(response: AuthenticationResponseJSON): Promise<Member> {
  const refused = new Problem('wrong-sign-in', 'This key opens nothing here.')
  const [key] = await db().select().from(passkeys).where(eq(passkeys.id, response.id))
  const member = key ? await memberById(key.memberId) : null
  if (!key || !member?.passwordHash) throw refused
  const { verified, authenticationInfo } = await verifyAuthenticationResponse({
    response,
    expectedChallenge: (challenge) => spendChallenge(challenge, null),
    expectedOrigin: origin(),
    expectedRPID: site(),
    requireUserVerification: true,
    credential: {
      id: key.id,
      publicKey: Uint8Array.from(Buffer.from(key.publicKey, 'base64url')),
      counter: key.counter,
    },
  }).catch(() => {
    throw refused
  })
  if (!verified) throw refused
  await write((tx) =>
    tx.update(passkeys).set({ counter: authenticationInfo.newCounter, usedAt: now() }).where(eq(passkeys.id, key.id)),
  )
  return member
}
