import { putBlob } from '../../platform/blobs'
import { today } from '../../platform/clock'
import { write } from '../../platform/db/client'
import { Problem } from '../../platform/problem'
import { scanPicturesInWorker } from '../../files/pool'
import { theBusiness } from '../../records/business'
import { typeOf } from '../../../core/document/file-type'
import type { Actor } from '../../chain/record'
import { enact } from '../after/enact'
import { personOf, roundOfPaper } from '../../chain/round'

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
    await enact(round, actor, { type: 'on-paper', person: person.id }, `${person.name} signed on paper`, {
      detail: `on ${said.day}, as ${actor.name} says`,
      state: 'settled',
      data: { day: said.day, says: actor.name, scan: sha, pages },
      notable: true,
    })
  })
}
