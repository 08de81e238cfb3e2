import { AsyncLocalStorage } from 'node:async_hooks'
import { type Client, type InStatement, type Transaction, createClient } from '@libsql/client'
import { type LibSQLDatabase, drizzle } from 'drizzle-orm/libsql'
import { useConfig } from '../config'
import { breathe } from '../turns'

export type Db = LibSQLDatabase

/**
 * libSQL: a failed SQLITE_BUSY on a prepared statement poisons its connection (docs/decisions/0002). So every write goes
 * through one in-process queue and a transaction opened with BEGIN IMMEDIATE by a bare statement, which may fail safely.
 */
interface Open {
  tx: Transaction
  db: Db
  /** What is gathered while it is open, by a key, and done once before it is committed. */
  gathered: Map<string, { held: unknown; finish: () => Promise<void> }>
  after: (() => void)[]
}
const current = new AsyncLocalStorage<Open>()
let client: Client | null = null
let reader: Db | null = null
let queue: Promise<unknown> = Promise.resolve()

const READS = /^\s*(select|with|pragma|explain|values)\b/i

function raw(): Client {
  return (client ??= createClient({ url: useConfig().databaseUrl, timeout: 2000 }))
}

/** The client as drizzle sees it outside a transaction: it reads; a write is a mistake in the code. */
function readOnly(c: Client): Client {
  return new Proxy(c, {
    get(target, key) {
      if (key === 'execute') {
        return (statement: InStatement, args?: never) => {
          const text = typeof statement === 'string' ? statement : statement.sql
          if (!READS.test(text)) throw new Error(`A write outside write(): ${text.slice(0, 80)}`)
          return target.execute(statement as never, args)
        }
      }
      if (key === 'batch' || key === 'transaction')
        return () => {
          throw new Error(`Use write() instead of client.${key}`)
        }
      const value = Reflect.get(target, key) as unknown
      return typeof value === 'function' ? value.bind(target) : value
    },
  })
}

/** The database as the caller may use it: the open transaction inside `write`, else for reading. */
export function db(): Db {
  return current.getStore()?.db ?? (reader ??= drizzle(readOnly(raw())))
}

/** Raw access for what drizzle can't say: pragmas, checks, measurements. */
export const rawClient = raw

/**
 * Runs `work` in one transaction: all of it happens, or nothing. A `write` inside a `write` joins it.
 * Waits its turn; on a busy database (another process) it tries again for up to 15 seconds.
 */
export async function write<T>(work: (tx: Db) => Promise<T>): Promise<T> {
  const outer = current.getStore()
  if (outer) return work(outer.db)
  const before = queue
  let free!: () => void
  queue = new Promise<void>((resolve) => {
    free = resolve
  })
  await before
  let open: Open
  let result: T
  try {
    const tx = await begin()
    open = { tx, db: drizzle(tx as unknown as Client), gathered: new Map(), after: [] }
    try {
      result = await current.run(open, async () => {
        const done = await work(open.db)
        for (let next = first(open.gathered); next; next = first(open.gathered)) await next.finish()
        return done
      })
      await tx.commit()
    } catch (error) {
      await tx.rollback().catch(() => {})
      throw error
    } finally {
      tx.close()
    }
  } finally {
    free()
  }
  for (const f of open.after) f()
  return result
}

/**
 * Does many small pieces of writing, so many to a transaction, and lets others have their turn in between: the database is
 * asked in this process, and a long transaction would hold everybody up.
 */
export async function writeInTurns<T>(
  pieces: readonly T[],
  each: (piece: T) => Promise<void>,
  atOnce = 5,
): Promise<void> {
  for (let i = 0; i < pieces.length; i += atOnce) {
    await write(async () => {
      for (const piece of pieces.slice(i, i + atOnce)) await each(piece)
    })
    await breathe()
  }
}

/** Takes the first out of a map, so that what is put in meanwhile comes later. */
function first<V>(map: Map<string, V>): V | undefined {
  for (const [key, value] of map) {
    map.delete(key)
    return value
  }
  return undefined
}

/**
 * Something gathered over the open transaction: made by `start` when it is asked for first, and handed to `finish` once,
 * before the commit, in the same transaction. Throws where none is open.
 */
export function gathered<T>(key: string, start: () => T, finish: (held: T) => Promise<void>): T {
  const open = current.getStore()
  if (!open) throw new Error(`Nothing is gathered outside write(): ${key}`)
  const there = open.gathered.get(key)
  if (there) return there.held as T
  const held = start()
  open.gathered.set(key, { held, finish: () => finish(held) })
  return held
}

/** Runs `f` once the open transaction is committed (at once where there is none). For nudges only: it may be lost in a crash. */
export function afterCommit(f: () => void): void {
  const open = current.getStore()
  if (open) open.after.push(f)
  else f()
}

async function begin(): Promise<Transaction> {
  const until = Date.now() + 15_000
  for (;;) {
    const tx = await raw().transaction('deferred')
    try {
      await tx.executeMultiple('ROLLBACK; BEGIN IMMEDIATE')
      return tx
    } catch (error) {
      tx.close()
      if (!/busy|locked/i.test(String(error)) || Date.now() > until) throw error
      await new Promise((resolve) => setTimeout(resolve, 5 + Math.random() * 40))
    }
  }
}

export function closeDb(): void {
  client?.close()
  client = reader = null
}
