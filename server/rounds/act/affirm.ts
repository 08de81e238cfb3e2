import { and, eq } from 'drizzle-orm'
import type { LinkHolder } from '../../chain/links'
import { affirms } from '../../chain/passes'
import { actorOf, record } from '../../chain/record'
import { now } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { links } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { hostOf } from './host'

/** Somebody who was handed a device says that it is them: it stands in the round, with who handed it to them. */
export async function affirm(holder: LinkHolder, from: { ip: string; device: string }): Promise<void> {
  if (!affirms(holder)) throw new Problem('not-now', 'Nobody is asked that here.')
  if (holder.affirmed) return
  await write(async (tx) => {
    const { host = '' } = await hostOf(holder)
    await record(
      holder.person.roundId,
      actorOf(holder.person, from),
      { type: 'affirmed', person: holder.person.id },
      { said: holder.person.name, host },
    )
    await tx
      .update(links)
      .set({ affirmedAt: now() })
      .where(
        and(
          eq(links.personId, holder.person.id),
          eq(links.channel, 'device'),
          eq(links.sessionId, holder.sessionId ?? ''),
        ),
      )
  })
}
