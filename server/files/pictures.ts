import { createHash } from 'node:crypto'
import type { Inline, PaperDocument } from '../../core/document/model'
import { IMAGE_MAX, pictureProblem, picturesOf } from '../../core/document/pictures'
import { Problem } from '../platform/problem'
import { inspectInWorker } from './pool'

/** Pictures known to be whole, by their hash: they are saved again with every change of the text. */
const good = new Set<string>()
const hashOf = (src: string) => createHash('sha256').update(src).digest('base64')

/** Refuses a document with a picture that can't be drawn, saying which and why. Only those not seen before are looked at. */
export async function checkImages(document: Pick<PaperDocument, 'header' | 'body' | 'footer'>): Promise<void> {
  const fresh = picturesOf(document).filter((src) => !good.has(hashOf(src)))
  if (fresh.length === 0) return
  const found = await inspectInWorker({ pictures: fresh, most: IMAGE_MAX })
  const wrong = found.findIndex((f) => 'refused' in f)
  if (wrong >= 0) {
    const { refused } = found[wrong] as { refused: string }
    throw new Problem('invalid', pictureProblem(document, fresh[wrong]!, refused), { image: refused })
  }
  if (good.size > 2000) good.clear()
  for (const src of fresh) good.add(hashOf(src))
}
/** The same for words that come alone, such as an amendment's. */
export const checkImagesOf = (content: Inline[]): Promise<void> =>
  checkImages({ header: [], body: [{ t: 'paragraph', content }], footer: [] })
