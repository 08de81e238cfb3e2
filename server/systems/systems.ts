import { and, asc, eq, isNull } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { randomBytes } from 'node:crypto'
import type { z } from 'zod'
import type { editSystem, newSystem } from '../../shared/systems'
import { later, now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type SystemKeys, systems } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { idBy, makeOnce } from '../platform/once'

export type System = typeof systems.$inferSelect
/** How long a secret that was replaced still signs beside the new one, in seconds. */
const OVERLAP = 24 * 3600

export async function loadSystem(id: string): Promise<System> {
  const [row] = await db()
    .select()
    .from(systems)
    .where(and(eq(systems.id, id), isNull(systems.goneAt)))
  if (!row) throw notFound('system')
  return row
}
/** Other systems that are there, the oldest first. */
export const systemsHere = (): Promise<System[]> =>
  db().select().from(systems).where(isNull(systems.goneAt)).orderBy(asc(systems.createdAt), asc(systems.id))

/** A secret as Standard Webhooks has it: 24 to 64 random bytes in base64, behind `whsec_`. */
const newSecret = (): string => `whsec_${randomBytes(32).toString('base64')}`

function keysOf(given: z.output<typeof newSystem>): SystemKeys {
  if (given.kind === 'hook') return { kind: 'hook', secrets: [{ secret: newSecret(), until: null }] }
  if (given.kind === 'webdav') return { kind: 'webdav', user: given.user, password: given.password }
  return { kind: 's3', accessKey: given.user, secretKey: given.password, region: given.region || 'us-east-1' }
}

/** Adds another system. The secret its calls are signed with is told once, here. */
export async function addSystem(
  given: z.output<typeof newSystem>,
  by: string,
): Promise<{ id: string; secret: string | null }> {
  const keys = keysOf(given)
  const id = idBy('w', given.key)
  const made = await makeOnce(systems, id, async (tx) => {
    const { name, kind, url } = given
    const events = kind === 'hook' ? given.events : []
    await tx.insert(systems).values({ id, name, kind, url, keys, events, on: true, createdAt: now(), by })
    return id
  })
  const kept = await loadSystem(made)
  return { id: made, secret: kept.keys.kind === 'hook' ? kept.keys.secrets.at(-1)!.secret : null }
}

/** Changes what another system is told, where it is, whether it is on. A new address needs its password anew. */
export async function changeSystem(id: string, change: z.output<typeof editSystem>): Promise<void> {
  await write(async (tx) => {
    const system = await loadSystem(id)
    const { user, password, region, ...rest } = change
    const moved = rest.url !== undefined && new URL(rest.url).origin !== new URL(system.url).origin
    let { keys } = system
    if (keys.kind !== 'hook' && (password || user !== undefined)) {
      if (!password) throw new Problem('invalid', 'Give the password with it.', { password: 'Give the password.' })
      keys =
        keys.kind === 'webdav'
          ? { kind: 'webdav', user: user ?? keys.user, password }
          : { kind: 's3', accessKey: user ?? keys.accessKey, secretKey: password, region: region || keys.region }
    } else if (moved && keys.kind !== 'hook')
      throw new Problem('invalid', 'Another address needs the password anew: it isn’t said to others.', {
        password: 'Give the password.',
      })
    await tx
      .update(systems)
      .set({ ...rest, keys })
      .where(eq(systems.id, id))
  })
}

/** A new secret; the one before goes on signing for a day beside it. Returns it: it is told once. */
export async function rollSecret(id: string): Promise<{ secret: string; until: string }> {
  return write(async (tx) => {
    const { keys } = await loadSystem(id)
    if (keys.kind !== 'hook') throw new Problem('not-now', 'This system has no secret.')
    const [secret, until] = [newSecret(), later(OVERLAP)]
    const before = keys.secrets.filter((s) => !s.until || s.until > now()).slice(-1)
    const secrets = [...before.map((s) => ({ ...s, until: s.until ?? until })), { secret, until: null }]
    await tx
      .update(systems)
      .set({ keys: { kind: 'hook', secrets } })
      .where(eq(systems.id, id))
    return { secret, until }
  })
}

/** Takes a system away; what waited for it isn't given over any more. */
export async function removeSystem(id: string): Promise<void> {
  await write(async (tx) => {
    await loadSystem(id)
    await tx
      .update(systems)
      .set({ goneAt: now(), on: false, keys: { kind: 'webdav', user: '', password: '' } })
      .where(eq(systems.id, id))
  })
}

/** The headers a call carries (Standard Webhooks 1.0): a signature by every secret that is good now. */
export function signedHeaders(
  keys: Extract<SystemKeys, { kind: 'hook' }>,
  id: string,
  body: string,
): Record<string, string> {
  const at = new Date(now())
  const good = keys.secrets.filter((s) => !s.until || s.until > now())
  return {
    'content-type': 'application/json',
    'webhook-id': id,
    'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
    'webhook-signature': good.map((s) => new Webhook(s.secret).sign(id, at, body)).join(' '),
  }
}
