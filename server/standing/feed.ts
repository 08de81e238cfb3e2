import { asc, gt, sql } from 'drizzle-orm'
import type { Change } from '../../shared/overview'
import { db } from '../platform/db/client'
import { changes } from '../platform/db/schema'

/**
 * The feed of changes for open screens. Every process reads the table's end itself, so that what another process wrote
 * arrives too; a commit here only makes it look sooner.
 */
type Listener = (change: Change) => void
const listeners = new Set<Listener>()
let timer: NodeJS.Timeout | null = null
let seen = -1
const EVERY = 700
/** More than this at once are told as one change of everything. */
const MOST = 50

/** The newest change there is. A view read after it shows at least that. */
export async function newestChange(): Promise<number> {
  const [row] = await db()
    .select({ id: sql<number>`coalesce(max(${changes.id}), 0)` })
    .from(changes)
  return row?.id ?? 0
}

let looking: Promise<void> = Promise.resolve()
async function look(): Promise<void> {
  const rows = await db()
    .select()
    .from(changes)
    .where(gt(changes.id, seen))
    .orderBy(asc(changes.id))
    .limit(MOST + 1)
  const at = rows.length > MOST ? await newestChange() : (rows.at(-1)?.id ?? seen)
  if (at <= seen) return
  const about = rows.length > MOST ? null : rows.map(({ jobId, papers, rounds }) => ({ job: jobId, papers, rounds }))
  const change: Change = { since: seen, at, about }
  seen = at
  for (const l of listeners) l(change)
}
const lookSoon = () => {
  looking = looking.then(look).catch(() => {})
}

export function nudgeFeed(): void {
  if (listeners.size) lookSoon()
}

/** Calls `listener` with every change from now on. Returns the newest now, and the way to stop. */
export async function subscribe(listener: Listener): Promise<{ at: number; stop: () => void }> {
  if (listeners.size === 0) seen = await newestChange()
  listeners.add(listener)
  timer ??= setInterval(lookSoon, EVERY)
  const stop = () => {
    listeners.delete(listener)
    if (listeners.size === 0 && timer) {
      clearInterval(timer)
      timer = null
    }
  }
  return { at: seen, stop }
}
