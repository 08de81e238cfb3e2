import { desc } from 'drizzle-orm'
import type { SigningKey } from '../../../core/evidence/certificate'
import { makeKeyInWorker } from '../../files/pool'
import { now } from '../../platform/clock'
import { encrypt, decrypt } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { sealingKeys } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { theBusiness } from '../../records/business'

/** The key papers are sealed with; made, and kept encrypted, when there is none yet. */
export async function sealingKey(): Promise<SigningKey & { id: string }> {
  const read = async () => (await db().select().from(sealingKeys).orderBy(desc(sealingKeys.createdAt)).limit(1))[0]
  let row = await read()
  if (!row) {
    const made = await makeKeyInWorker((await theBusiness()).legalName, now())
    const fresh = {
      id: newId(),
      encrypted: encrypt(made.privateKey, 'sealing key'),
      certificate: Buffer.from(made.certificate).toString('base64'),
      createdAt: now(),
    }
    row = await write(async (tx) => {
      const other = await read()
      if (!other) await tx.insert(sealingKeys).values(fresh)
      return other ?? fresh
    })
  }
  return {
    id: row.id,
    privateKey: new Uint8Array(decrypt(row.encrypted, 'sealing key')),
    certificate: new Uint8Array(Buffer.from(row.certificate, 'base64')),
  }
}
