import { execFileSync } from 'node:child_process'
import { createHmac, hkdfSync } from 'node:crypto'
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient, type Client, type Row } from '@libsql/client'
import { freePort, seededFolder, serve } from '../../scripts/lib.mjs'

type Served = Awaited<ReturnType<typeof serve>>

/** The built application on a copy of the demo business, in a folder of its own. */
export class TestServer {
  private served: Served | null = null
  private client: Client | null = null
  private port = 0
  private constructor(readonly folder = mkdtempSync(join(tmpdir(), 'upwold-'))) {}

  /** Copies the demo business and starts on it. */
  static async start(env: Record<string, string> = {}, from = seededFolder): Promise<TestServer> {
    const server = new TestServer()
    cpSync(from, server.folder, { recursive: true })
    await server.restart(env)
    return server
  }

  /** On an empty folder: nobody has begun yet. */
  static async empty(env: Record<string, string> = {}): Promise<TestServer> {
    const server = new TestServer()
    await server.restart(env)
    return server
  }
  /** The key of the one-time address it printed. */
  async firstKey(): Promise<string> {
    return until(
      async () => /\/setup\/(\w+)/.exec(this.output)?.[1] ?? '',
      (key) => !!key,
    )
  }

  /** A data folder as an earlier main left it, not started yet: its database and its key, without its files. */
  static async fromFixture(name: string): Promise<TestServer> {
    const server = new TestServer()
    execFileSync('tar', ['-xzf', join(import.meta.dirname, '../fixtures', name), '-C', server.folder])
    return server
  }

  /** Another process on the same data, at another port. */
  async beside(env: Record<string, string> = {}): Promise<TestServer> {
    const other = new TestServer(this.folder)
    await other.restart({ UPWOLD_PROXY_HOPS: '1', ...env })
    return other
  }

  get origin(): string {
    return `http://localhost:${this.port}`
  }

  /** Starts again on the same data and the same port, as after a crash. */
  async restart(env: Record<string, string> = {}): Promise<void> {
    this.port ||= await freePort()
    // Every answer is held against its schema, so that the description of the routes is true.
    this.served = await serve(this.folder, this.port, { UPWOLD_CHECK_OUTPUT: 'yes', ...env })
  }

  /** Ends the process at once, as a power cut would. */
  async kill(): Promise<void> {
    const { child } = this.served!
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill('SIGKILL')
    await gone
  }

  /** Asks the database itself, past the application. */
  async rows(sql: string, args: (string | number)[] = []): Promise<Row[]> {
    this.client ??= createClient({ url: `file:${join(this.folder, 'upwold.db')}`, timeout: 5000 })
    return (await this.client.execute({ sql, args })).rows
  }

  /** The link of a message, made as it was at delivery: from the key and what is kept of it. */
  tokenIn(secrets: string, purpose = 'signer links'): string {
    const [{ personId, nonce }] = JSON.parse(secrets) as [{ personId: string; nonce: string }]
    const secret = Buffer.from(readFileSync(join(this.folder, 'secret'), 'utf8'), 'hex')
    const key = Buffer.from(hkdfSync('sha256', secret, Buffer.alloc(0), purpose, 32))
    return createHmac('sha256', key).update(`${personId}:${nonce}`).digest('base64url')
  }

  /** The same for a member's way in. */
  doorIn = (secrets: string): string => this.tokenIn(secrets, 'ways in')

  get pid(): number {
    return this.served!.child.pid!
  }

  get output(): string {
    return this.served!.output()
  }

  async stop(): Promise<void> {
    this.client?.close()
    await this.served?.stop()
    rmSync(this.folder, { recursive: true, force: true })
  }
}

/** Asks again until the answer is good; fails with the last one after `seconds`. */
export async function until<T>(ask: () => Promise<T>, good: (answer: T) => boolean, seconds = 20): Promise<T> {
  const end = Date.now() + seconds * 1000
  for (;;) {
    const answer = await ask()
    if (good(answer)) return answer
    if (Date.now() > end) throw new Error(`Still not so after ${seconds} s: ${JSON.stringify(answer)?.slice(0, 600)}`)
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
}
