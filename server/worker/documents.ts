import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import jpeg from 'jpeg-js'
import { PNG } from 'pngjs'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import { readLicence } from '../../core/identity/licence'
import { type Alphabet, readLines } from '../../core/identity/lines'
import { readMrz } from '../../core/identity/mrz'
import type { ReadDocument } from '../../core/identity/read'
import type { Picture } from '../../core/scan/page'
import alphabet from './alphabet.json'

/** Pictures are made no wider than this before they are read. */
const WIDEST = 1600
/** The most pixels that are unpacked at all. */
const MOST_PIXELS = 40_000_000

/** Width and height of a PNG or JPEG from its first bytes, without unpacking it. */
function sizeOf(bytes: Buffer): { width: number; height: number } | null {
  if (bytes[0] === 0x89) return { width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) }
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return null
  for (let at = 2; at + 9 < bytes.length; at += 2 + bytes.readUInt16BE(at + 2)) {
    const marker = bytes[at + 1]!
    if (bytes[at] !== 0xff) return null
    // A frame header (SOF0 to SOF15 without DHT, JPG and DAC).
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: bytes.readUInt16BE(at + 5), width: bytes.readUInt16BE(at + 7) }
  }
  return null
}

/** Unpacks a PNG or JPEG, made smaller by whole steps; null when it is neither, damaged, or far too large. */
export function unpack(bytes: Uint8Array): Picture | null {
  try {
    const buffer = Buffer.from(bytes)
    const size = sizeOf(buffer)
    if (!size || size.width * size.height > MOST_PIXELS) return null
    const raw =
      buffer[0] === 0x89
        ? PNG.sync.read(buffer)
        : jpeg.decode(buffer, { useTArray: true, maxMemoryUsageInMB: 600, formatAsRGBA: true })
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
  } catch {
    return null
  }
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

/** What an identity document says, from its barcode or its machine-readable zone; null when neither can be read. */
export async function readDocument({ bytes, year }: { bytes: Uint8Array; year: number }): Promise<ReadDocument | null> {
  const picture = unpack(bytes)
  if (!picture) return null
  const lines = readLines(picture, alphabet as Alphabet)
  const zone = lines.length ? readMrz(lines, year) : null
  if (zone) return zone
  for (const found of await barcodes(picture)) {
    const licence = readLicence(found.text)
    if (licence) return licence
  }
  return null
}

/**
 * Whether a picture may show a face: large enough, and not one flat colour. The stand-in can't tell a face from anything
 * else; a real checker does.
 */
export function looksTaken({ bytes }: { bytes: Uint8Array }): boolean {
  const picture = unpack(bytes)
  if (!picture || picture.width < 200 || picture.height < 200) return false
  let [least, most] = [255, 0]
  for (let i = 0; i < picture.data.length; i += 4) {
    least = Math.min(least, picture.data[i]!)
    most = Math.max(most, picture.data[i]!)
  }
  return most - least > 40
}
