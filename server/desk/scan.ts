import { readCode } from '../../core/visits/code'
import type { DeskScan } from '../../shared/out/desk'
import { scanAtDeskInWorker } from '../files/pool'
import { now } from '../platform/clock'
import { Problem } from '../platform/problem'

/** Reads a picture taken at the desk: the code of a visit, or a document. The picture is kept nowhere, nor is anything else on it. */
export async function scanPicture(bytes: Uint8Array): Promise<DeskScan> {
  const { texts, document } = await scanAtDeskInWorker(bytes, Number(now().slice(0, 4)))
  const code = texts.map(readCode).find((c) => c !== null) ?? null
  if (!code && !document)
    throw new Problem(
      'invalid',
      'Nothing could be read on this picture. Hold it closer, flat and in the light, and take it again.',
    )
  if (!document) return { code, document: null }
  const { kind, given, family, born, expires, badDigits } = document
  return { code, document: { kind, given, family, born, expires, badDigits } }
}
