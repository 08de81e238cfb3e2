import { sql } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { happenings } from '../platform/db/schema'

/**
 * The feed of happenings for open screens. Every process reads the table's end itself, so that what another process
 * wrote arrives too; a commit here only makes it look sooner.
 */
type Listener = (id: number) => void
const listeners = new Set<Listener>()
let timer: NodeJS.Timeout | null = null
let seen = -1
const EVERY = 700

async function newest(): Promise<number> {
  const [row] = await db()
    .select({ id: sql<number>`coalesce(max(${happenings.id}), 0)` })
    .from(happenings)
  return row?.id ?? 0
}

async function look(): Promise<void> {
  const id = await newest().catch(() => seen)
  if (id > seen) {
    seen = id
    for (const l of listeners) l(id)
  }
}

export function nudgeFeed(): void {
  if (listeners.size) void look()
}

/** Calls `listener` with the newest happening's id whenever there is a newer one. Returns the newest now, and the way to stop. */
export async function follow(listener: Listener): Promise<{ at: number; stop: () => void }> {
  if (listeners.size === 0) seen = await newest()
  listeners.add(listener)
  timer ??= setInterval(() => void look(), EVERY)
  const stop = () => {
    listeners.delete(listener)
    if (listeners.size === 0 && timer) {
      clearInterval(timer)
      timer = null
    }
  }
  return { at: seen, stop }
}
