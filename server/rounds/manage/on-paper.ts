import { and, eq } from 'drizzle-orm'
import { getBlob, putBlob } from '../../platform/blobs'
import type { OutFile } from '../../views/paper-files'
import { today } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { roundEvents } from '../../platform/db/schema'
import { Problem, notFound } from '../../platform/problem'
import { scanPicturesInWorker } from '../../files/pool'
import { theBusiness } from '../../records/business'
import { typeOf } from '../act/uploads'
import type { Actor } from '../../chain/record'
import { roundOfPaper, personOf, happen } from '../after/happen'

/** Somebody signed on paper: the scan is kept, with the day and who says so, and the round goes on. */
export async function signedOnPaper(
  paperId: string,
  said: { person: string; day: string; name: string },
  scan: Uint8Array,
  actor: Actor,
): Promise<void> {
  const round = await roundOfPaper(paperId)
  const type = typeOf(scan)
  if (!type)
    throw new Problem('invalid', 'Give the scan as a PDF, a PNG or a JPEG.', { scan: 'Give a PDF, a PNG or a JPEG.' })
  if (said.day > today((await theBusiness()).timeZone))
    throw new Problem('invalid', 'Nobody has signed on a day that is still to come.', {
      day: 'Choose the day it was signed.',
    })
  const person = await personOf(round, said.person)
  // What stands in the sealed copy is drawn anew from what is seen: nothing else of the file comes with it.
  const pictures = await scanPicturesInWorker(scan)
  const sha = await putBlob(scan, type)
  const pages = await Promise.all(pictures.map((p) => putBlob(new Uint8Array(p), 'image/jpeg')))
  await write(async () => {
    await happen(round, actor, { type: 'on-paper', person: person.id }, `${person.name} signed on paper`, {
      detail: `on ${said.day}, as ${actor.name} says`,
      mark: 'settled',
      data: { day: said.day, says: actor.name, scan: sha, pages },
      notable: true,
    })
  })
}

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
