import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import { readLicence } from '../../../core/identity/licence'
import { type Alphabet, readZone } from '../../../core/identity/lines'
import { readMrz } from '../../../core/identity/mrz'
import type { ReadDocument } from '../../../core/identity/read'
import type { Picture } from '../../../core/scan/page'
import alphabet from '../../../core/identity/alphabet.json'
import { pixelsOf } from './pictures'

/** Pictures are made no wider than this before they are read. */
const WIDEST = 1600

/** Unpacks a PNG or JPEG, made smaller by whole steps. Throws, with the reason, what can't be. */
export function unpack(bytes: Uint8Array): Picture {
  const raw = pixelsOf(bytes)
  const step = Math.max(1, Math.ceil(raw.width / WIDEST))
  const [width, height] = [Math.floor(raw.width / step), Math.floor(raw.height / step)]
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      for (let c = 0; c < 4; c += 1) {
        let sum = 0
        for (let j = 0; j < step; j += 1)
          for (let i = 0; i < step; i += 1) sum += raw.data[((y * step + j) * raw.width + x * step + i) * 4 + c]!
        data[(y * width + x) * 4 + c] = sum / (step * step)
      }
  return { width, height, data }
}

let ready = false
function barcodes(picture: Picture) {
  if (!ready) {
    prepareZXingModule({
      overrides: { wasmBinary: readFileSync(join(import.meta.dirname, 'zxing_reader.wasm')).buffer as ArrayBuffer },
    })
    ready = true
  }
  const image = { ...picture, colorSpace: 'srgb' } as unknown as ImageData
  return readBarcodes(image, { formats: ['PDF417', 'QRCode'], textMode: 'Plain', maxNumberOfSymbols: 4 })
}

/** What was read from a picture of a document, and how far down in it the lines or the barcode stand, from 0 to 1. */
export interface SeenDocument {
  document: ReadDocument | null
  middle: number | null
}

/** What an identity document says, from its barcode or its machine-readable zone; no document when neither can be read. */
export async function readDocument({ bytes, year }: { bytes: Uint8Array; year: number }): Promise<SeenDocument> {
  const picture = unpack(bytes)
  const { lines, middle } = readZone(picture, alphabet as Alphabet)
  const zone = lines.length ? readMrz(lines, year) : null
  if (zone) return { document: zone, middle }
  for (const { text, position } of await barcodes(picture)) {
    const licence = readLicence(text)
    const corners = [position.topLeft, position.topRight, position.bottomLeft, position.bottomRight]
    if (licence)
      return { document: licence, middle: corners.reduce((sum, p) => sum + p.y, 0) / corners.length / picture.height }
  }
  return { document: null, middle: null }
}

/** What a picture taken at the desk shows: the texts of its barcodes, and the document it is of, where it is one. */
export async function scanAtDesk({ bytes, year }: { bytes: Uint8Array; year: number }): Promise<{
  texts: string[]
  document: ReadDocument | null
}> {
  const texts = (await barcodes(unpack(bytes))).map((b) => b.text)
  return { texts, document: (await readDocument({ bytes, year })).document }
}

/**
 * Whether a picture may show a face: large enough, and not one flat colour. The stand-in can't tell a face from anything
 * else; a real checker does.
 */
export function looksTaken({ bytes }: { bytes: Uint8Array }): boolean {
  const picture = unpack(bytes)
  if (picture.width < 200 || picture.height < 200) return false
  let [least, most] = [255, 0]
  for (let i = 0; i < picture.data.length; i += 4) {
    least = Math.min(least, picture.data[i]!)
    most = Math.max(most, picture.data[i]!)
  }
  return most - least > 40
}
