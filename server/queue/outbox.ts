import { and, asc, eq, inArray, isNull, lte, or, sql } from 'drizzle-orm'
import { later, now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { log, toldWith } from '../platform/log'
import { afterCommit, db, write } from '../platform/db/client'
import { outbox } from '../platform/db/schema'
import { breathe } from '../platform/turns'

/** What is to be done outside a transaction. Handlers are done at least once; each makes sure that twice has the effect of once. */
interface Errand {
  id: number
  kind: string
  key: string
  payload: Record<string, unknown>
  attempts: number
}

export type Handler = (errand: Errand) => Promise<void | { again: string }>
/** What is done with errands: a handler for each kind, and who is told when one is given up. */
export interface Work {
  handlers: Record<string, Handler>
  givenUp: (errand: Errand, why: string) => Promise<void>
}

/** With the waits of {@link backoff}, about three days. */
const MAX_ATTEMPTS = 80
let wake: (() => void) | null = null

/** Puts an errand into the outbox, in the open transaction. The same key twice is one errand. */
export async function enqueue(
  kind: string,
  key: string,
  payload: Record<string, unknown>,
  dueAt = now(),
): Promise<void> {
  await write((tx) => tx.insert(outbox).values({ kind, key, payload, dueAt }).onConflictDoNothing())
  afterCommit(() => wake?.())
}

/** Seconds to wait after the n-th failure: 2, 4, 8 … at most an hour. */
const backoff = (attempts: number): number => Math.min(2 ** attempts, 3600)

/** Errands of these kinds that may be done now: due, not done, not given up, and in nobody's hands. */
const ready = (kinds: string[]) =>
  and(
    isNull(outbox.doneAt),
    isNull(outbox.failedAt),
    lte(outbox.dueAt, now()),
    or(isNull(outbox.leasedUntil), lte(outbox.leasedUntil, now())),
    inArray(outbox.kind, kinds),
  )

async function lease(kinds: string[]): Promise<Errand | null> {
  return write(async (tx) => {
    const [next] = await tx
      .select()
      .from(outbox)
      .where(ready(kinds))
      .orderBy(asc(outbox.dueAt), asc(outbox.id))
      .limit(1)
    if (!next) return null
    await tx
      .update(outbox)
      .set({ leasedUntil: later(useConfig().leaseSeconds), attempts: next.attempts + 1 })
      .where(eq(outbox.id, next.id))
    return { id: next.id, kind: next.kind, key: next.key, payload: next.payload, attempts: next.attempts + 1 }
  })
}

/** Does one due errand of the kinds there are handlers for; false when there is none. */
export async function runOne({ handlers, givenUp }: Work): Promise<boolean> {
  const kinds = Object.keys(handlers)
  const [waiting] = await db().select({ id: outbox.id }).from(outbox).where(ready(kinds)).limit(1)
  if (!waiting) return false
  const errand = await lease(kinds)
  if (!errand) return false
  try {
    const result = await toldWith({ errand: errand.key }, () => handlers[errand.kind]!(errand))
    await write((tx) =>
      tx
        .update(outbox)
        .set(
          result
            ? { dueAt: result.again, leasedUntil: null, attempts: 0 }
            : { doneAt: now(), leasedUntil: null, lastError: null },
        )
        .where(eq(outbox.id, errand.id)),
    )
  } catch (error) {
    const lastError = String(error instanceof Error ? error.message : error).slice(0, 500)
    const over = errand.attempts >= MAX_ATTEMPTS
    await write((tx) =>
      tx
        .update(outbox)
        .set({
          lastError,
          leasedUntil: null,
          dueAt: later(backoff(errand.attempts)),
          ...(over ? { failedAt: now() } : {}),
        })
        .where(eq(outbox.id, errand.id)),
    )
    if (over) await givenUp(errand, lastError)
    log.warn({ kind: errand.kind, attempts: errand.attempts, why: lastError }, 'An errand failed and is tried again')
  }
  return true
}

let atHand: Work | null = null
/** Says who does errands in this process, also those that can't wait for the outbox. */
export const workWith = (work: Work): void => void (atHand = work)

/** Does an errand now, without the outbox: what is lost with this process is asked for again by whoever waits for it. */
export async function atOnce(kind: string, key: string, payload: Record<string, unknown>): Promise<void> {
  const handler = atHand?.handlers[kind]
  if (!handler) throw new Error(`Nobody here does errands of the kind ${kind}.`)
  await handler({ id: 0, kind, key, payload, attempts: 1 })
}

/**
 * Works through the outbox until stopped, looking again every half second and at once when something is put in. Errands of the
 * kinds in `apart` wait for others outside: they have lanes of their own, so that nothing else waits for them.
 */
export function startRunner(work: Work, lanes = 2, apart: readonly string[] = []): () => void {
  let stopped = false
  const only = (wanted: (kind: string) => boolean): Work => ({
    ...work,
    handlers: Object.fromEntries(Object.entries(work.handlers).filter(([kind]) => wanted(kind))),
  })
  const sleepers = new Set<() => void>()
  wake = () => {
    for (const s of sleepers) s()
  }
  const lane = async (work: Work) => {
    while (!stopped) {
      const worked = await runOne(work).catch((e: unknown) => {
        log.error({ err: e }, 'The outbox could not be worked on')
        return false
      })
      // An errand may be nothing but the database, which answers at once: a thousand of them would let nobody else come.
      if (worked) await breathe()
      else
        await new Promise<void>((resolve) => {
          const t = setTimeout(done, 500)
          function done() {
            clearTimeout(t)
            sleepers.delete(done)
            resolve()
          }
          sleepers.add(done)
        })
    }
  }
  for (let i = 0; i < lanes; i += 1) {
    void lane(only((kind) => !apart.includes(kind)))
    if (apart.length) void lane(only((kind) => apart.includes(kind)))
  }
  return () => {
    stopped = true
    wake?.()
  }
}

/** How many errands wait, and how many gave up. */
export async function outboxState(): Promise<{ waiting: number; failed: number }> {
  const [row] = await db()
    .select({
      waiting: sql<number>`sum(done_at is null and failed_at is null)`,
      failed: sql<number>`sum(failed_at is not null)`,
    })
    .from(outbox)
  return { waiting: Number(row?.waiting ?? 0), failed: Number(row?.failed ?? 0) }
}
