import { inflateRawSync } from 'node:zlib'
import JSZip from 'jszip'
import { Refused, TOO_DEEP } from './refused'

/** A letter has a few dozen parts. */
const PARTS_MAX = 2000
/** All parts together, and any one part of text, unpack to no more. */
const UNPACKED_MAX = 60_000_000
const TEXT_MAX = 15_000_000

const DAMAGED = 'This DOCX is damaged and can’t be read. Open it where it was written and save it anew.'

const ENTRY = Buffer.from([0x50, 0x4b, 0x01, 0x02])
const END = Buffer.from([0x50, 0x4b, 0x05, 0x06])

/** How many parts a zip has, by its list of them (APPNOTE 4.3.12) and by what its end says; null where it has no end. */
function partsOf(bytes: Buffer): number | null {
  const end = bytes.lastIndexOf(END)
  if (end < 0 || end + 12 > bytes.length) return null
  let listed = 0
  for (let at = bytes.indexOf(ENTRY); at >= 0; at = bytes.indexOf(ENTRY, at + 4)) listed += 1
  return Math.max(listed, bytes.readUInt16LE(end + 10))
}

/**
 * Opens a zip once it is known what is in it: every part is unpacked against a limit, whatever it says of its own size.
 * Throws {@link Refused} with the reason.
 */
export async function openZip(bytes: Uint8Array): Promise<JSZip> {
  const count = partsOf(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength))
  if (count === null) throw new Refused(DAMAGED, 'damaged')
  if (count > PARTS_MAX)
    throw new Refused(
      `This DOCX has ${count.toLocaleString('en')} parts; no letter needs so many. Save it anew.`,
      'too-many-parts',
    )
  let zip: JSZip
  try {
    zip = await JSZip.loadAsync(bytes)
  } catch {
    throw new Refused(DAMAGED, 'damaged')
  }
  let left = UNPACKED_MAX
  for (const file of Object.values(zip.files)) {
    const part = (file as unknown as { _data?: Packed })._data
    if (file.dir || !part?.compressedContent) continue
    const most = /\.(xml|rels)$/i.test(file.name) ? Math.min(left, TEXT_MAX) : left
    left -= unpackedSize(part, most, file.name)
  }
  return zip
}

interface Packed {
  compressedContent: Uint8Array
  uncompressedSize: number
  compression: { magic: string }
}

function unpackedSize(
  { compressedContent, uncompressedSize, compression }: Packed,
  most: number,
  name: string,
): number {
  const tooLarge = () =>
    new Refused(
      /\.(xml|rels)$/i.test(name)
        ? `A part of this DOCX unpacks to more than ${TEXT_MAX / 1_000_000} MB of text. Bring in what is needed of it.`
        : `This DOCX unpacks to more than ${UNPACKED_MAX / 1_000_000} MB. Take the large pictures out first.`,
      'bomb',
    )
  if (uncompressedSize > most) throw tooLarge()
  const isText = /\.(xml|rels)$/i.test(name)
  if (compression.magic === '\0\0') {
    if (compressedContent.length !== uncompressedSize) throw lies()
    if (isText) insistOnShallow(compressedContent)
    return compressedContent.length
  }
  try {
    // One byte more than it says: whoever lies about a size is found out before more is unpacked.
    const part = inflateRawSync(compressedContent, { maxOutputLength: Math.max(1, uncompressedSize) })
    if (part.length !== uncompressedSize) throw lies()
    if (isText) insistOnShallow(part)
    return part.length
  } catch (error) {
    if (error instanceof Refused) throw error
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') throw lies()
    throw new Refused(DAMAGED, 'damaged')
  }
}
/** A letter's parts stand a few dozen deep in each other. */
const DEPTH_MAX = 1000
const [OPEN, CLOSE, SLASH] = [0x3c, 0x3e, 0x2f]
/** Refuses XML that nests without end, by its tags alone, before anything takes it apart. What is no XML is not its business. */
function insistOnShallow(xml: Uint8Array): void {
  let depth = 0
  for (let at = xml.indexOf(OPEN); at >= 0; at = xml.indexOf(OPEN, at + 1)) {
    const next = xml[at + 1]
    if (next === SLASH) depth -= 1
    else if (next !== 0x3f && next !== 0x21) {
      const end = xml.indexOf(CLOSE, at)
      if (end > 0 && xml[end - 1] !== SLASH) depth += 1
    }
    if (depth > DEPTH_MAX) throw new Refused(TOO_DEEP, 'too-deep')
  }
}
const lies = () =>
  new Refused('This DOCX says it is smaller than it is. Open it where it was written and save it anew.', 'bomb')
