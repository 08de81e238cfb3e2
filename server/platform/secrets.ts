import { hmac } from './crypt'
import { useConfig } from './config'
import type { MessageSecret } from './db/schema'
import { doorTokenOf, doorUrl, flowTokenOf, linkUrl, ownTokenOf, ownUrl, standingUrl, tokenOf } from './tokens'

/**
 * Links and one-time codes in messages. A message is written, queued and kept with a placeholder; the real value is made
 * from the key when it is delivered, so that nothing readable lies in the database.
 */
const OPEN = '\uE000'
const CLOSE = '\uE001'
const PLACE = /\uE000(\d+)\uE001/g

/** Where a message's n-th secret stands in its text. */
export const placeOf = (n: number): string => `${OPEN}${n}${CLOSE}`
/** A text of somebody's without anything that looks like such a place: no name and no title may ask for a link. */
export const withoutPlaces = (text: string): string => text.replace(/[\uE000\uE001]/g, '')
/** A place whose value can't be made any more: the message is from before values were kept out of messages. */
export const LOST_PLACE = placeOf(999)

/** A one-time code: six digits that only whoever has the key can make again from its nonce. */
export function codeOf(personId: string, nonce: string): string {
  const drawn = Buffer.from(hmac(`${personId}:${nonce}`, 'one-time code values'), 'base64').readUIntBE(0, 6)
  return String(drawn % 1_000_000).padStart(6, '0')
}

/** The text with its real values, as it is delivered. What can't be made any more stays a word. */
export function withSecrets(text: string, secrets: readonly MessageSecret[]): string {
  return text.replace(PLACE, (_, n: string) => {
    const secret = secrets[Number(n)]
    return secret?.nonce ? valueOf(secret) : WORDS[secret?.kind ?? 'link']
  })
}

function valueOf(s: MessageSecret): string {
  if (s.kind === 'link') return linkUrl(tokenOf(s.personId, s.nonce))
  if (s.kind === 'flow') return standingUrl(flowTokenOf(s.personId, s.nonce))
  if (s.kind === 'own') return ownUrl(ownTokenOf(s.personId, s.nonce))
  return s.kind === 'door' ? doorUrl(doorTokenOf(s.personId, s.nonce)) : codeOf(s.personId, s.nonce)
}

const WORDS = {
  link: '[the link]',
  flow: '[the link]',
  own: '[the link]',
  code: '[the code]',
  door: '[the link]',
} as const
/** The text with a word where a value stood, as everybody but its receiver sees it. */
export const withoutSecrets = (text: string, secrets: readonly MessageSecret[]): string =>
  text.replace(PLACE, (_, n: string) => WORDS[secrets[Number(n)]?.kind ?? 'link'])

/** What is kept of a message's secrets: a code can be made again only where the post room may show it. */
export const secretsToKeep = (secrets: readonly MessageSecret[]): MessageSecret[] =>
  secrets.map((s) => (s.kind === 'link' || useConfig().postRoomOpens ? s : { ...s, nonce: '' }))
