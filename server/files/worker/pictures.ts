import { inflateSync } from 'node:zlib'
import { imageSize } from 'image-size'
import jpeg from 'jpeg-js'
import { PNG } from 'pngjs'
import { Refused } from './refused'

export interface PictureInfo {
  kind: 'png' | 'jpeg'
  /** As it is seen: a photograph taken sideways is taller than its rows are long. */
  width: number
  height: number
  /** How the camera was held, 1 to 8 (Exif, tag 274). */
  orientation: number
}

/** The most pixels that are unpacked at all. */
const PIXELS_MAX = 24_000_000
/** The most that text or a colour profile packed into a picture may unpack to. */
const PACKED_MAX = 1_000_000
/** The most bytes the pixels of a picture take. */
const RAW_MAX = 160_000_000
/** Scans of a JPEG beyond which drawing it takes for ever. */
const SCANS_MAX = 64
const CHANNELS: Record<number, number> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }

const MAGIC = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const no = (message: string, why: string): Refused => new Refused(message, why)
const CUT = 'This picture ends in its middle: it was cut off when it was sent or saved. Ask for it again.'
const DAMAGED = 'This picture is damaged and can’t be read to its end.'

/**
 * Kind and size of a PNG or JPEG, once it is known that it is whole and unpacks to no more than it says. Throws
 * {@link Refused} with the reason. `most` is the most pixels it may have.
 */
export function inspect(bytes: Uint8Array, most = PIXELS_MAX): PictureInfo {
  const png = MAGIC.every((m, i) => bytes[i] === m)
  const jpg = bytes[0] === 0xff && bytes[1] === 0xd8
  if (!png && !jpg) throw no('This is neither a PNG nor a JPEG, or it is damaged.', 'kind')
  if (jpg) inspectJpeg(bytes)
  let size
  try {
    size = imageSize(bytes)
  } catch {
    throw no('This is neither a PNG nor a JPEG, or it is damaged.', 'damaged')
  }
  const { type, width, height } = size
  if (type !== 'png' && type !== 'jpg') throw no('This is neither a PNG nor a JPEG.', 'kind')
  if (!width || !height) throw no(DAMAGED, 'damaged')
  if (width * height > most)
    throw no(`This picture has more than ${most / 1_000_000} million pixels. Make it smaller first.`, 'too-large')
  if (type === 'png') inspectPng(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength))
  const orientation = type === 'jpg' ? (size.orientation ?? 1) : 1
  const [w, h] = orientation > 4 ? [height, width] : [width, height]
  return { kind: type === 'png' ? 'png' : 'jpeg', width: w, height: h, orientation }
}

/** Walks the chunks of a PNG (ISO/IEC 15948, 5 and 11) without believing what they say. */
function inspectPng(bytes: Buffer): void {
  let header: { width: number; height: number; bits: number; channels: number } | null = null
  const data: Buffer[] = []
  let ended = false
  for (let at = 8; at + 12 <= bytes.length && !ended;) {
    const length = bytes.readUInt32BE(at)
    const type = bytes.toString('latin1', at + 4, at + 8)
    const body = bytes.subarray(at + 8, at + 8 + length)
    if (body.length !== length) throw no(DAMAGED, 'damaged')
    if (type === 'IHDR') {
      if (header) throw no('This picture says twice how large it is. Save it anew.', 'two-headers')
      const channels = CHANNELS[body[9]!]
      if (length !== 13 || !channels || ![1, 2, 4, 8, 16].includes(body[8]!)) throw no(DAMAGED, 'damaged')
      if (body[12] !== 0)
        throw no('This picture is interlaced, which papers can’t hold. Save it without interlacing.', 'interlaced')
      header = { width: body.readUInt32BE(0), height: body.readUInt32BE(4), bits: body[8]!, channels }
    } else if (!header) throw no(DAMAGED, 'damaged')
    else if (type === 'IDAT') data.push(body)
    else if (type === 'zTXt' || type === 'iTXt' || type === 'iCCP') insistSmall(type, body)
    else if (type === 'IEND') ended = true
    at += 12 + length
  }
  if (!header || !ended || data.length === 0) throw no(DAMAGED, 'damaged')
  const wanted = (Math.ceil((header.width * header.bits * header.channels) / 8) + 1) * header.height
  if (wanted > RAW_MAX)
    throw no(`This picture unpacks to more than ${RAW_MAX / 1_000_000} MB. Make it smaller first.`, 'too-large')
  let raw
  try {
    raw = inflateSync(Buffer.concat(data), { maxOutputLength: wanted + 64 })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE')
      throw no('This picture unpacks to more than it says it has. Save it anew.', 'bomb')
    throw no(DAMAGED, 'damaged')
  }
  if (raw.length < wanted) throw no(DAMAGED, 'damaged')
}

/** Refuses text and profiles that unpack to far more than they are worth. */
function insistSmall(type: string, body: Buffer): void {
  const name = body.indexOf(0)
  if (name < 0) throw no(DAMAGED, 'damaged')
  let from = name + 2
  if (type === 'iTXt') {
    if (body[name + 1] !== 1) return
    const language = body.indexOf(0, name + 3)
    from = body.indexOf(0, language + 1) + 1
    if (language < 0 || from === 0) throw no(DAMAGED, 'damaged')
  }
  try {
    inflateSync(body.subarray(from), { maxOutputLength: PACKED_MAX })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE')
      throw no(
        'This picture carries packed text that unpacks to far more than a picture needs. Save it without its description.',
        'bomb',
      )
    throw no(DAMAGED, 'damaged')
  }
}

/** A JPEG has one frame, and no more scans than a picture needs. */
function inspectJpeg(bytes: Uint8Array): void {
  let frames = 0
  let scans = 0
  let ended = false
  for (let i = 2; i + 1 < bytes.length; i += 1) {
    if (bytes[i] !== 0xff) continue
    const marker = bytes[i + 1]!
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) frames += 1
    if (marker === 0xda) scans += 1
    if (marker === 0xd9) ended = true
    // A segment is passed over by its length, so that a thumbnail in it counts for nothing; a scan is read through.
    if (marker === 0xff || marker === 0 || (marker >= 0xd0 && marker <= 0xd9)) continue
    i += 1 + (((bytes[i + 2] ?? 0) << 8) | (bytes[i + 3] ?? 0))
  }
  if (!ended) throw no(CUT, 'cut-off')
  if (frames > 1) throw no('This picture says twice how large it is. Save it anew.', 'two-headers')
  if (scans > SCANS_MAX)
    throw no('This picture is made of more scans than anybody could wait for. Save it anew.', 'bomb')
}

/** Refuses a picture that can't be read to its end; its size where it can. */
function insistWhole(bytes: Uint8Array, most?: number): PictureInfo {
  const info = inspect(bytes, most)
  if (info.kind === 'jpeg') {
    try {
      jpeg.decode(bytes, { maxResolutionInMP: 24, maxMemoryUsageInMB: 300, useTArray: true, tolerantDecoding: false })
    } catch {
      throw no(DAMAGED, 'damaged')
    }
  }
  return info
}

interface Pixels {
  width: number
  height: number
  data: Uint8Array
}
/** Pixels as they are seen, by how the camera was held. */
function upright(pixels: Pixels, orientation: number): Pixels {
  if (orientation <= 1 || orientation > 8) return pixels
  const { width: w, height: h } = pixels
  const turned = orientation > 4
  const width = turned ? h : w
  const height = turned ? w : h
  const from = new Uint32Array(pixels.data.buffer, pixels.data.byteOffset, w * h)
  const to = new Uint32Array(w * h)
  const mirrored = [2, 3, 6, 7].includes(orientation)
  const flipped = [3, 4, 7, 8].includes(orientation)
  for (let r = 0; r < h; r += 1)
    for (let c = 0; c < w; c += 1) {
      const x = turned ? r : c
      const y = turned ? c : r
      to[(flipped ? height - 1 - y : y) * width + (mirrored ? width - 1 - x : x)] = from[r * w + c]!
    }
  return { width, height, data: new Uint8Array(to.buffer) }
}

/** The pixels of a PNG or JPEG, as it is seen. */
export function pixelsOf(bytes: Uint8Array): { width: number; height: number; data: Uint8Array } {
  const { kind, orientation } = inspect(bytes)
  try {
    return kind === 'png'
      ? PNG.sync.read(Buffer.from(bytes))
      : upright(
          jpeg.decode(bytes, { maxResolutionInMP: 24, maxMemoryUsageInMB: 400, useTArray: true, formatAsRGBA: true }),
          orientation,
        )
  } catch {
    throw no(DAMAGED, 'damaged')
  }
}

/** A picture on a paper: PNG or JPEG as `data:` address, at most `most` bytes. Null for anything else. */
export function pictureIn(src: string, most: number): PictureInfo | { refused: string } {
  const match = /^data:image\/(?:png|jpeg);base64,([A-Za-z0-9+/]+=*)$/.exec(src)
  if (!match) return { refused: 'It is neither PNG nor JPEG.' }
  const bytes = Buffer.from(match[1]!, 'base64')
  if (bytes.length > most) return { refused: 'It is larger than 1.5 MB. Make it smaller first.' }
  try {
    return insistWhole(bytes)
  } catch (error) {
    if (error instanceof Refused) return { refused: error.message }
    throw error
  }
}

/** A picture of a signature, drawn anew from its pixels so that nothing else comes with it. */
export function signatureFrom(bytes: Uint8Array): { png: Uint8Array; width: number; height: number } {
  const { kind } = inspect(bytes, 4_000_000)
  if (kind !== 'png') throw no('This is not a picture of a signature. Give a photograph of it.', 'kind')
  const picture = PNG.sync.read(Buffer.from(bytes))
  // Ink that is as light as paper can't be seen on it.
  const inked = (i: number) => picture.data[i + 3]! > 40 && Math.min(...picture.data.subarray(i, i + 3)) < 190
  if (!Array.from({ length: picture.width * picture.height }, (_, n) => n * 4).some(inked))
    throw no('There is no writing to be found in this picture.', 'empty')
  const { width, height } = picture
  return { png: new Uint8Array(PNG.sync.write(picture)), width, height }
}
