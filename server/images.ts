import { createHash } from 'node:crypto'
import jpeg from 'jpeg-js'
import { PNG } from 'pngjs'
import { type PaperDocument, walkBlocks } from '../core/document/model'
import { Problem } from './problem'

/** The most bytes a picture on a paper may have; the page makes larger ones smaller before it sends them. */
export const IMAGE_MAX = 1_500_000
const PIXELS_MAX = 40_000_000

/** Pictures known to be whole, by their hash: they are saved again with every change of the text. */
const good = new Map<string, { width: number; height: number }>()

/** Width and height in pixels of a PNG or JPEG that decodes from end to end; null for anything else. */
export function pictureSize(src: string): { width: number; height: number } | null {
  const match = /^data:image\/(png|jpeg);base64,([A-Za-z0-9+/]+=*)$/.exec(src)
  if (!match) return null
  const bytes = Buffer.from(match[2]!, 'base64')
  if (bytes.length > IMAGE_MAX) return null
  const key = createHash('sha256').update(bytes).digest('hex')
  const known = good.get(key)
  if (known) return known
  try {
    const size = match[1] === 'png' ? pngSize(bytes) : jpegSize(bytes)
    if (!size) return null
    if (good.size > 2000) good.clear()
    good.set(key, size)
    return size
  } catch {
    return null
  }
}

function pngSize(bytes: Buffer): { width: number; height: number } | null {
  if (bytes.length < 24 || bytes.readUInt32BE(16) * bytes.readUInt32BE(20) > PIXELS_MAX) return null
  const { width, height } = PNG.sync.read(bytes)
  return { width, height }
}
function jpegSize(bytes: Buffer): { width: number; height: number } {
  const { width, height } = jpeg.decode(bytes, { maxResolutionInMP: 40, maxMemoryUsageInMB: 300, useTArray: true })
  return { width, height }
}

/** Refuses a document with a picture that can't be drawn, saying which. */
export function checkImages(document: PaperDocument): void {
  for (const b of walkBlocks([...document.header, ...document.body, ...document.footer])) {
    if (b.t !== 'image') continue
    if (b.src.length > IMAGE_MAX * 1.37)
      throw new Problem(
        'invalid',
        `The picture ${b.alt ? `“${b.alt.slice(0, 60)}” ` : ''}is larger than 1.5 MB. Make it smaller first.`,
        { image: 'Too large.' },
      )
    if (!pictureSize(b.src))
      throw new Problem(
        'invalid',
        `The picture ${b.alt ? `“${b.alt.slice(0, 60)}” ` : ''}is broken, or neither PNG nor JPEG. Put it in again.`,
        { image: 'Broken.' },
      )
  }
}
