import { randomUUID } from 'node:crypto'
import type { Role } from '../../core/members/rights'
import type { TestServer } from './server'

export interface Answer<T = Record<string, unknown>> {
  status: number
  body: T
  headers: Headers
  bytes: Uint8Array
}

/**
 * Asks; once more where the connection was reset before any answer. One that lay idle may be closed by the server in the moment it
 * is used again, and whoever asked may then ask anew (RFC 9112, 9.3.1); a server that is gone refuses the second time.
 */
async function asked(url: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(url, init)
  } catch (error) {
    const { code } = ((error as Error).cause as { code?: string } | undefined) ?? {}
    if (code !== 'ECONNRESET' && code !== 'UND_ERR_SOCKET') throw error
    return fetch(url, init)
  }
}

/** Somebody who calls the API with a cookie jar of their own. */
export class Caller {
  private cookies: Map<string, string>
  constructor(
    readonly server: TestServer,
    jar: ReadonlyMap<string, string> = new Map(),
  ) {
    this.cookies = new Map(jar)
  }

  /** The jar as it is now, for another who carries the same. */
  jar = (): ReadonlyMap<string, string> => new Map(this.cookies)

  /** The jar as a header, for a request that is made by other means. */
  get cookie(): string {
    return [...this.cookies].map(([k, v]) => `${k}=${v}`).join('; ')
  }

  async call<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const response = await asked(this.server.origin + path, {
      method,
      redirect: 'manual',
      headers: {
        origin: this.server.origin,
        cookie: this.cookie,
        'user-agent': 'Mozilla/5.0 (X11; Linux x86_64) Chrome/140.0.0.0',
        ...(body === undefined || body instanceof Uint8Array ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof Uint8Array ? (body as string) : JSON.stringify(body) }),
    })
    for (const cookie of response.headers.getSetCookie()) {
      const [pair] = cookie.split(';')
      const at = pair!.indexOf('=')
      this.cookies.set(pair!.slice(0, at), pair!.slice(at + 1))
    }
    const bytes = new Uint8Array(await response.arrayBuffer())
    const json = response.headers.get('content-type')?.includes('json')
    const text = new TextDecoder().decode(bytes)
    return {
      status: response.status,
      body: (json ? JSON.parse(text) : text) as T,
      headers: response.headers,
      bytes,
    }
  }

  get = <T = Record<string, unknown>>(path: string): Promise<Answer<T>> => this.call<T>('GET', path)
  post = <T = Record<string, unknown>>(path: string, body: unknown = {}): Promise<Answer<T>> =>
    this.call<T>('POST', path, body)

  /** Sends a file as it is. */
  upload = <T = Record<string, unknown>>(path: string, bytes: Uint8Array): Promise<Answer<T>> =>
    this.call<T>('POST', path, bytes, { 'content-type': 'application/octet-stream' })

  /** Asks for a file and insists on getting it. */
  async raw(path: string): Promise<Uint8Array> {
    const { status, bytes } = await this.call('GET', path)
    if (status !== 200) throw new Error(`${path}: ${status} ${new TextDecoder().decode(bytes.slice(0, 300))}`)
    return bytes
  }

  /** Calls and insists on success; gives back the body. */
  async must<T = Record<string, unknown>>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await this.call<T>(method, path, body)
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`)
    return answer.body
  }
}

export const OWNER = { email: 'maren@larkmoor.example', password: 'steam-and-birch', pin: '2468' }
export const STAFF = { email: 'jonah@larkmoor.example', password: 'kindling-first', pin: '1357' }

/** A new member of a role, signed in; they have the password of {@link STAFF}. */
export async function memberAs(server: TestServer, owner: Caller, role: Role): Promise<{ caller: Caller; id: string }> {
  const email = `${randomUUID()}@larkmoor.example`
  const { id } = await owner.must<{ id: string }>('POST', '/api/members', { name: `A ${role}`, email, role })
  await server.rows(
    `update members set password_hash = (select password_hash from members where email = ?1), pin_hash = (select pin_hash from members where email = ?1) where id = ?2`,
    [STAFF.email, id],
  )
  return { caller: await signedIn(server, { email, password: STAFF.password }), id }
}

export async function signedIn(server: TestServer, who: { email: string; password: string } = OWNER): Promise<Caller> {
  const caller = new Caller(server)
  await caller.must('POST', '/api/session', { email: who.email, password: who.password })
  return caller
}

/** The longest anybody waited for an answer, in milliseconds, who asked again and again while something long went on. */
export async function longestWait(long: Promise<unknown>, ask: () => Promise<unknown>): Promise<number> {
  let [over, longest] = [false, 0]
  const end = long.then(
    () => (over = true),
    () => (over = true),
  )
  while (!over) {
    const asked = Date.now()
    await ask()
    longest = Math.max(longest, Date.now() - asked)
  }
  await end
  return longest
}
