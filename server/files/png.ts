import { putBlob } from '../platform/blobs'
import { Problem } from '../platform/problem'
import { inspectInWorker } from './pool'

/** The most pixels and bytes of a logo or a picture of an item; what is larger the page makes smaller before it sends it. */
const MOST_PIXELS = 1_000_000
export const PNG_BYTES = 400_000

/** Keeps a PNG, once it is known that it is whole. */
export async function takePng(bytes: Uint8Array): Promise<{ sha: string; width: number; height: number }> {
  const src = `data:image/png;base64,${Buffer.from(bytes).toString('base64')}`
  const [found] = await inspectInWorker({ pictures: [src], most: MOST_PIXELS })
  const refuse = (words: string) => new Problem('invalid', words, { file: words })
  if (!found || 'refused' in found) throw refuse(found?.refused ?? 'This is no picture.')
  if (found.kind !== 'png') throw refuse('This picture has to come as a PNG.')
  return { sha: await putBlob(bytes, 'image/png'), width: found.width, height: found.height }
}
