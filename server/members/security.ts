import type { Visitor } from './sessions'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { type SecurityKind, securityLog } from '../platform/db/schema'

/** Writes into the log that the owner can read. Nothing that opens anything stands in it. */
export async function securityNote(
  kind: SecurityKind,
  words: string,
  who: { id: string | null; name: string } | undefined,
  { ip: address, device }: Visitor,
): Promise<void> {
  await write((tx) =>
    tx.insert(securityLog).values({
      at: now(),
      kind,
      memberId: who?.id ?? null,
      who: who?.name ?? '',
      words: words.slice(0, 300),
      address,
      device,
    }),
  )
}
