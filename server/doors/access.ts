import { type H3Event, deleteCookie, getCookie, getRequestHeader, setCookie } from 'h3'
import { type Right, rights } from '../../core/members/rights'
import { useConfig } from '../platform/config'
import { Problem } from '../platform/problem'
import { type Member, insistOnRight, memberById } from '../members/members'
import { type LinkHolder, holderOf, unknownLink } from '../chain/links'
import { isProved } from '../chain/passes'
import { type StandingLink, standingLinkAt } from '../rounds/open/links'
import { take } from '../platform/throttle'
import { type Door, behindDoor } from '../members/keys'
import { type Token, behindToken } from '../systems/tokens'
import { type OwnHolder, ownPageAt, ownPass } from '../contacts/own-page'
import { isFirstKey } from '../setup/found'
import { type Session, type Visitor, LONGEST_SECONDS, openSession, sessionLives, sessionOf } from '../members/sessions'
import { fromWhere } from './where'

/**
 * Who may call a route. `locked` is the device while it is handed over; `link` is whoever holds a signer's link, before
 * they have proved who they are; `signer` has, where that is asked; `drawing` only puts in a signature; `pad` is a second
 * screen at the desk. `founder` holds the
 * address that is printed at the first start, while there is no business; `door` a member's invitation or new password;
 * `standing` whoever opens a standing link; `own-address` whoever has the address of somebody's own page, `own` who has proved
 * that it is theirs.
 * One of the rights of members, or several of which one is enough, lets in whoever has it (core/members/rights.ts).
 */
export const RULES = [
  'anyone',
  'member',
  'owner',
  'signer',
  'link',
  'drawing',
  'pad',
  'locked',
  'founder',
  'door',
  'standing',
  'own',
  'own-address',
] as const
export type Rule = (typeof RULES)[number] | Right | readonly Right[]

/** The rights a rule asks for; null for rules of another kind. */
export const rightsAsked = (who: Rule): readonly Right[] | null =>
  typeof who !== 'string' ? who : rights.some((r) => r === who) ? [who as Right] : null

declare module 'h3' {
  interface H3EventContext {
    session?: Session
    member?: Member
    /** The token another program came with; it acts for the member. */
    token?: Token
    holder?: LinkHolder
    /** Whether the holder of a link has proved who they are, or need not. */
    proved?: boolean
    /** Whose way in a link opens. */
    door?: Door
    /** The standing link an address opens. */
    standing?: StandingLink
    /** Whose own page an address opens. */
    own?: OwnHolder
  }
}

const HANDED_OVER = () =>
  new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')

/**
 * Lets a call of the route that runs through, with who it is in the event's context, or throws the reason why not. `token`
 * is the link in the address as the router read it. Called by `route()` alone.
 */
export async function authorise(event: H3Event, who: Rule, token: string): Promise<void> {
  const asked = rightsAsked(who)
  if (asked) return authoriseMember(event, asked)
  switch (who) {
    case 'anyone':
      return
    case 'signer':
    case 'link':
    case 'drawing':
      return authoriseLink(event, who, token)
    case 'member':
    case 'owner':
    case 'locked':
    case 'pad':
      return authoriseMember(event, who)
    case 'door':
      return authoriseDoor(event, token)
    case 'standing':
      return authoriseStanding(event, token)
    case 'own':
    case 'own-address':
      return authoriseOwn(event, who, token)
    case 'founder':
      return authoriseFounder(event, token)
    default:
      // No rule was decided for this route: nobody may.
      throw new Problem('not-found', 'There is nothing at this address.')
  }
}

async function authoriseDoor(event: H3Event, token: string): Promise<void> {
  try {
    event.context.door = await behindDoor(token)
  } catch (error) {
    await take('link guess', fromWhere(event).ip)
    throw error
  }
}

async function authoriseStanding(event: H3Event, token: string): Promise<void> {
  const link = await standingLinkAt(token)
  if (!link) {
    await take('link guess', fromWhere(event).ip)
    throw unknownLink()
  }
  event.context.standing = link
}

async function authoriseOwn(event: H3Event, who: 'own' | 'own-address', token: string): Promise<void> {
  const holder = await ownPageAt(token)
  if (!holder) {
    await take('link guess', fromWhere(event).ip)
    throw unknownLink()
  }
  event.context.own = holder
  event.context.proved = getCookie(event, ownName(holder)) === ownPass(holder)
  if (who === 'own' && !event.context.proved)
    throw new Problem('not-signed-in', 'Show first that it is you.', {}, { reason: 'prove' })
}

async function authoriseFounder(event: H3Event, key: string): Promise<void> {
  if (await isFirstKey(key)) return
  await take('link guess', fromWhere(event).ip)
  throw new Problem('not-found', 'This address opens nothing, or not any more.')
}

async function authoriseLink(event: H3Event, who: 'signer' | 'link' | 'drawing', token: string): Promise<void> {
  const from = fromWhere(event)
  const holder = await holderOf(token, from.ip)
  if ((who === 'drawing') !== (holder.channel === 'drawing')) throw unknownLink()
  await insistOnSession(event, holder)
  event.context.holder = holder
  event.context.proved = await isProved(holder, getCookie(event, passName(holder.person.id)))
  if (who === 'signer' && !event.context.proved)
    throw new Problem('not-signed-in', 'Show first that it is you.', {}, { reason: 'prove' })
}

/**
 * What a link is good for depends on who brings it: a place of a member's only with that member's own living session, a
 * device that was handed over only on that device, a drawing only while the screen that opened it may still sign.
 */
async function insistOnSession(event: H3Event, holder: LinkHolder): Promise<void> {
  if (holder.channel === 'drawing') {
    if (holder.sessionId !== null && !(await sessionLives(holder.sessionId))) throw unknownLink()
    return
  }
  const session = holder.person.memberId || holder.channel === 'device' ? await readSession(event) : null
  if (holder.person.memberId) {
    if (session && session.kind !== 'member') throw HANDED_OVER()
    if (session?.memberId !== holder.person.memberId)
      throw new Problem(
        'not-signed-in',
        `Only ${holder.person.name} can open this, signed in.`,
        {},
        { reason: 'member' },
      )
    event.context.session = session
  } else if (holder.channel === 'device') {
    if (!session || session.kind === 'member' || session.id !== holder.sessionId) throw unknownLink()
    event.context.session = session
  }
}

async function authoriseMember(
  event: H3Event,
  who: 'member' | 'owner' | 'locked' | 'pad' | readonly Right[],
): Promise<void> {
  const bearer = bearerOf(event)
  if (bearer !== null) return authoriseToken(event, bearer, who)
  const session = await readSession(event)
  const member = session ? await memberById(session.memberId) : null
  if (session && member) Object.assign(event.context, { session, member })
  if (!session || !member) throw new Problem('not-signed-in', 'Sign in first.')
  if (who === 'locked' && session.kind !== 'handover') throw new Problem('not-now', 'This device is not handed over.')
  if (who === 'pad' && session.kind !== 'pad') throw new Problem('not-now', 'This screen is no pad.')
  if (who !== 'locked' && who !== 'pad' && session.kind !== 'member') throw HANDED_OVER()
  if (who === 'owner' && member.role !== 'owner') throw new Problem('not-allowed', 'Only the owner may do this.')
  if (typeof who !== 'string') insistOnRight(member, who)
}

/** What a program says after `Bearer` (RFC 6750); null where it doesn't. */
const bearerOf = (event: H3Event): string | null =>
  /^bearer\s+(\S+)\s*$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1] ?? null

const READS = new Set(['GET', 'HEAD'])
/**
 * A program acts as the member who made its token, with no more than its scopes: reading asks for `read`, changing for the right
 * the route asks for; where the route asks for none, any right will do. What is the owner's alone is done in the browser.
 */
async function authoriseToken(
  event: H3Event,
  bearer: string,
  who: 'member' | 'owner' | 'locked' | 'pad' | readonly Right[],
): Promise<void> {
  const { ip } = fromWhere(event)
  const behind = await behindToken(bearer, ip)
  if (!behind) {
    await take('token guess', ip)
    throw new Problem('not-signed-in', 'This token opens nothing, or not any more.')
  }
  const { token, member } = behind
  Object.assign(event.context, { token, member })
  if (who === 'owner' || who === 'locked' || who === 'pad')
    throw new Problem('not-allowed', 'This is done in the browser, signed in; no token may.')
  const reads = READS.has(event.method)
  const asked = typeof who === 'string' ? rights : who
  const may = reads ? token.scopes.includes('read') : asked.some((r) => token.scopes.includes(r))
  if (!may) throw new Problem('not-allowed', `This token may not: it lacks ${reads ? 'read' : asked.join(' or ')}.`)
  // The member may still, themselves.
  if (typeof who !== 'string') insistOnRight(member, reads ? who : who.filter((r) => token.scopes.includes(r)))
}

/** Over https a cookie says by its name that it was set by this very host, for all of it, and never in clear. */
const named = (name: string) => (useConfig().secureCookies ? `__Host-${name}` : name)
const cookie = (maxAge: number) => ({
  httpOnly: true,
  sameSite: 'lax' as const,
  secure: useConfig().secureCookies,
  path: '/',
  maxAge,
})
const SESSION = 'upwold'
const DEVICE = 'upwold-device'
const YEAR = 60 * 60 * 24 * 365

/** The session of whoever asks, if one lives. */
export const readSession = (event: H3Event): Promise<Session | null> =>
  sessionOf(getCookie(event, named(SESSION)), fromWhere(event))

/** Gives whoever asks another session: at sign-in, and whenever what they may do changes. The one before is over. */
export async function changeSession(
  event: H3Event,
  what: { memberId: string; kind: Session['kind']; personId?: string; queue?: string[] },
  from: Visitor = fromWhere(event),
): Promise<Session> {
  const before = await readSession(event)
  const { token, session } = await openSession(what, from, before?.id)
  setCookie(event, named(SESSION), token, cookie(LONGEST_SECONDS))
  return session
}

export const forgetSession = (event: H3Event): void =>
  deleteCookie(event, named(SESSION), { path: '/', secure: useConfig().secureCookies })

/** The browser's own mark from an earlier sign-in, and the way to leave one. */
export const deviceMark = (event: H3Event): string | undefined => getCookie(event, named(DEVICE))
export const keepDeviceMark = (event: H3Event, mark: string): void =>
  setCookie(event, named(DEVICE), mark, cookie(YEAR))

const OFFER = 'upwold-pad'
/** What a screen that was offered as a pad carries until it begins. */
export const offerOf = (event: H3Event): string | undefined => getCookie(event, named(OFFER))
export const keepOffer = (event: H3Event, token: string): void => setCookie(event, named(OFFER), token, cookie(900))
export const forgetOffer = (event: H3Event): void =>
  deleteCookie(event, named(OFFER), { path: '/', secure: useConfig().secureCookies })

const passName = (personId: string) => named(`pass-${personId.slice(0, 12)}`)

/** Leaves in a signer's browser that they have proved who they are; only the server reads it. */
export function keepPass(event: H3Event, personId: string, pass: string): { ok: true } {
  setCookie(event, passName(personId), pass, cookie(60 * 60 * 24 * 90))
  return { ok: true }
}

const ownName = ({ contact }: OwnHolder) => named(`own-${contact.id.slice(0, 12)}`)
/** Leaves in a browser that the page is its holder's; only the server reads it. */
export function keepOwnPass(event: H3Event, holder: OwnHolder, pass: string): { ok: true } {
  setCookie(event, ownName(holder), pass, cookie(60 * 60 * 24 * 90))
  return { ok: true }
}

/** Lets whoever pays come back to their link: it lies in their own browser, encrypted, not with the card service. */
export const keepWayBack = (event: H3Event, request: string, sealed: string): void =>
  setCookie(event, named(`back-${request}`), sealed, cookie(60 * 60 * 24))
export const wayBack = (event: H3Event, request: string): string | undefined =>
  getCookie(event, named(`back-${request}`))
