import { statfs } from 'node:fs/promises'
import { desc, sql } from 'drizzle-orm'
import type { WaysView } from '../../shared/out/settings'
import { takesCards } from '../gateways/cards'
import { stampsTimes } from '../gateways/times'
import { hasStandin, useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { blobs, outbox } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { stuckMessages } from './business'

type Way = WaysView['ways'][number]
/** Below so many bytes free it is said that there is little room left. */
const LITTLE = 1_000_000_000
const size = (n: number) =>
  n < 1e9
    ? `${(n / 1e6).toLocaleString('en', { maximumFractionDigits: 1 })} MB`
    : `${(n / 1e9).toLocaleString('en', { maximumFractionDigits: 1 })} GB`

/** A way that is set up, or pretended, or neither: how each is said. */
function of(
  key: Way['key'],
  on: boolean,
  pretended: boolean,
  words: [on: string, off: string, pretended?: string],
): Way {
  return {
    key,
    state: on ? 'works' : pretended ? 'pretended' : 'off',
    words: on ? words[0] : pretended ? `Pretended: ${words[2] ?? LETTER}` : words[1],
    error: '',
  }
}
const LETTER = 'seen in the post room, nothing really goes out'

async function storage(): Promise<Way> {
  const { dataDir } = useConfig()
  const [{ n, bytes }] = (await db()
    .select({ n: sql<number>`count(*)`, bytes: sql<number>`coalesce(sum(size), 0)` })
    .from(blobs)) as [{ n: number; bytes: number }]
  const disk = await statfs(dataDir).catch(() => null)
  const free = disk ? disk.bavail * disk.bsize : null
  return {
    key: 'storage',
    state: free !== null && free < LITTLE ? 'trouble' : 'works',
    words: `${n.toLocaleString('en')} files, ${size(bytes)}, in ${dataDir}`,
    error: free !== null && free < LITTLE ? `Only ${size(free)} are left on this disk.` : '',
  }
}

/** Time stamps: how they stand, and what the authority said last while copies wait for it. */
async function times(url: string | null): Promise<Way> {
  const way = of('times', url !== null, stampsTimes(url), [
    `By ${url}`,
    'Times on papers are this machine’s own; nobody else vouches for them',
    'sealed copies carry stamps that prove nothing',
  ])
  const [waiting] = await db()
    .select({ error: outbox.lastError })
    .from(outbox)
    .where(sql`${outbox.kind} = 'seal' and ${outbox.doneAt} is null and ${outbox.lastError} like 'No time stamp:%'`)
    .orderBy(desc(outbox.id))
    .limit(1)
  return waiting ? { ...way, state: 'trouble', error: `Sealed copies wait. ${waiting.error ?? ''}` } : way
}

/** Every way out of the business, how it stands, and what went wrong last. */
export async function waysView(): Promise<WaysView> {
  const { settings } = await theBusiness()
  const { waiting: n, error } = await stuckMessages()
  const post = hasStandin('post')
  const mail = useConfig().mail !== null || settings.mail !== null
  const waiting = n ? `${n === 100 ? '100 or more' : n} wait and could not go out.` : ''
  const letters = of('letters', mail, post, [
    settings.mail ? `By ${settings.mail.host}` : 'By the server this installation was started with',
    'No mail server is set: letters wait',
  ])
  return {
    ways: [
      error ? { ...letters, state: 'trouble', error: `${waiting} ${error}`.trim() } : letters,
      of('texts', !!settings.texts, post, [`By ${settings.texts?.url ?? ''}`, 'No service is set: nobody is texted']),
      of('cards', takesCards() && !hasStandin('cards'), hasStandin('cards'), [
        'A card service takes payments',
        'No card service is built in: people pay by bank or in cash',
        'a page stands in for the card service, no money moves',
      ]),
      of('identity', false, hasStandin('identity'), [
        '',
        'Documents can’t be checked here: codes and links prove people',
        'specimen documents alone are known',
      ]),
      await storage(),
      await times(settings.times?.url ?? null),
    ],
  }
}
