import { and, eq } from 'drizzle-orm'
import { db } from '../platform/db/client'
import { roundEvents } from '../platform/db/schema'
import { roundOfPaper } from '../chain/round'
import { getBlob } from '../platform/blobs'
import { notFound } from '../platform/problem'
import { typeOf } from '../../core/document/file-type'
import type { OutFile } from './paper-files'

/** The scans of a round by whose they are: the file's hash. */
export async function scansOf(roundId: string): Promise<Map<string, string>> {
  const rows = await db()
    .select({ data: roundEvents.data })
    .from(roundEvents)
    .where(and(eq(roundEvents.roundId, roundId), eq(roundEvents.type, 'on-paper')))
  return new Map(rows.map(({ data }) => data as { person: string; scan: string }).map((d) => [d.person, d.scan]))
}

/** The scan of a paper that somebody signed by hand. */
export async function scanOf(paperId: string, sha: string): Promise<OutFile> {
  const round = await roundOfPaper(paperId)
  if (![...(await scansOf(round.id)).values()].includes(sha)) throw notFound('scan')
  const bytes = await getBlob(sha)
  const type = typeOf(bytes)!
  return { bytes, type, name: `Signed on paper.${type.split('/')[1]}` }
}
