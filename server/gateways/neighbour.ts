import { and, desc, eq, like, ne } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { z } from 'zod'
import { putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { messages, neighbour } from '../platform/db/schema'

/** How the neighbour that stands in for other systems answers. */
export const HOW = {
  takes: 'takes everything',
  'every other': 'refuses every other one (500)',
  refuses: 'refuses everything (500)',
  late: 'answers after three seconds',
  twice: 'takes a call, and says only the second time that it has; answers letters twice',
  never: 'never answers',
  gone: 'says that nothing is wanted any more (410)',
  long: 'answers with 10 MB',
  elsewhere: 'sends callers elsewhere (302)',
} as const
export type How = keyof typeof HOW
const told = z.object({
  how: z.enum(Object.keys(HOW) as [How, ...How[]]),
  secret: z.string().max(200),
  calendar: z.string().max(500).default(''),
})

/** How it was told to answer, and the secret it checks calls with. */
export async function howNow(): Promise<z.output<typeof told>> {
  const [row] = await db().select().from(neighbour).where(eq(neighbour.what, 'how')).orderBy(desc(neighbour.n)).limit(1)
  return row ? told.parse(JSON.parse(row.body)) : { how: 'takes', secret: '', calendar: '' }
}
export async function tellHow(given: { how: string; secret: string; calendar: string }): Promise<void> {
  const body = JSON.stringify(told.parse(given))
  await write(async (tx) => {
    await tx.delete(neighbour).where(eq(neighbour.what, 'how'))
    await tx.insert(neighbour).values({ what: 'how', name: '', body, answered: 0, at: now() })
  })
}

/** What it has taken, the newest first. */
export const taken = (most = 60) =>
  db().select().from(neighbour).where(ne(neighbour.what, 'how')).orderBy(desc(neighbour.n)).limit(most)

/** Addresses at this name are the neighbour’s. */
const ITS_NAME = '@neighbour.example'
/** Letters that were written to it, the newest first; or the one by this id. */
export const lettersToIt = (id?: string) =>
  db()
    .select({
      id: messages.id,
      key: messages.key,
      at: messages.at,
      to: messages.to,
      from: messages.from,
      subject: messages.subject,
    })
    .from(messages)
    .where(and(eq(messages.channel, 'mail'), like(messages.to, `%${ITS_NAME}`), id ? eq(messages.id, id) : undefined))
    .orderBy(desc(messages.at))
    .limit(20)

/** How often something by this name has come. */
const before = async (what: 'call' | 'file', name: string): Promise<number> =>
  (
    await db()
      .select({ n: neighbour.n })
      .from(neighbour)
      .where(and(eq(neighbour.what, what), eq(neighbour.name, name)))
  ).length

const statusFor = (how: How, times: number): number =>
  how === 'refuses' || ((how === 'every other' || how === 'twice') && times % 2 === 0)
    ? 500
    : how === 'gone'
      ? 410
      : how === 'elsewhere'
        ? 302
        : 200

function isSigned(secret: string, body: string, headers: Record<string, string>): boolean | null {
  if (!secret) return null
  try {
    new Webhook(secret).verify(body, headers)
    return true
  } catch {
    return false
  }
}

/** Takes a call, and says how it is answered. */
export async function takeCall(body: string, headers: Record<string, string>): Promise<{ how: How; status: number }> {
  const { how, secret } = await howNow()
  const name = (headers['webhook-id'] ?? '').slice(0, 120)
  const status = statusFor(how, await before('call', name))
  await write((tx) =>
    tx.insert(neighbour).values({
      what: 'call',
      name,
      body: body.slice(0, 20_000),
      signed: isSigned(secret, body, headers),
      answered: status,
      at: now(),
    }),
  )
  return { how, status }
}

/** Takes a file, and says how it is answered. */
export async function takeFile(path: string, bytes: Uint8Array): Promise<{ how: How; status: number }> {
  const { how } = await howNow()
  const name = path.slice(0, 400)
  const status = statusFor(how, await before('file', name))
  const sha = status === 200 ? await putBlob(bytes, 'application/octet-stream') : null
  await write((tx) =>
    tx
      .insert(neighbour)
      .values({ what: 'file', name, body: `${bytes.length} bytes`, sha, answered: status, at: now() }),
  )
  return { how, status }
}
