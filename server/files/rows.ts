import { eq } from 'drizzle-orm'
import type { Encoding } from '../../core/tables/table'
import { getBlob, putBlob } from '../platform/blobs'
import { db } from '../platform/db/client'
import { blobs } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { readRowsInWorker } from './pool'
import type { RowsFile } from './worker/rows'

/** Of what a file of records is. */
export type RowsOf = keyof RowsFile
const typeOf = (of: RowsOf) => `application/x-${of}`

/** Keeps a file of records until it is brought in; nothing else is read by this way. */
export const takeRows = (of: RowsOf, bytes: Uint8Array): Promise<string> => putBlob(bytes, typeOf(of))

/** Reads a file of records that was given, its times in a zone where it has any, in a thread for strangers’ files. */
export async function readRows<K extends RowsOf>(
  of: K,
  { sha, encoding, means }: { sha: string; encoding?: Encoding; means?: readonly string[] },
  timeZone?: string,
): Promise<RowsFile[K]> {
  const [blob] = await db().select({ type: blobs.type }).from(blobs).where(eq(blobs.sha, sha))
  if (blob?.type !== typeOf(of)) throw notFound('file')
  const file = await readRowsInWorker({ of, bytes: await getBlob(sha), encoding, timeZone })
  if (file.of === 'csv' && means && means.length !== file.heads.length)
    throw new Problem('invalid', 'This table has other columns. Look at it anew.')
  return file
}
