import { inflateSync } from 'node:zlib'
import type { Inflate } from '../../../core/pdf/guard'
import { type TakenIn, takeIn } from '../../../core/pdf/intake'
import { RefusedFile } from '../../../core/pdf/refusal'
import { pictureToPdf, assemble, type PageOf } from '../../../core/pdf/assemble'
import { bringFile } from './bring'
import { findInPdf, textInPdf } from './blanks'
import * as documents from './documents'
import { readParts } from './parts'
import { type PictureInfo, inspect, pictureIn, signatureFrom } from './pictures'
import type { RowsTask } from './rows'
import { picturesOfScan } from './scans'
import { Refused, answering } from './refused'

/**
 * What is done with files of strangers, in threads of their own. Each takes and returns plain data; a refusal is an answer
 * with its reason, not an accident.
 */
const inflate: Inflate = (data, most) => {
  try {
    return inflateSync(data, { maxOutputLength: Math.max(1, most), finishFlush: 2 })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE') return null
    throw error
  }
}

const JPEG_PIXELS = 100_000_000
const PNG_PIXELS = 40_000_000
const starts = (bytes: Uint8Array, ...magic: number[]) => magic.every((m, i) => bytes[i] === m)

/** What kind of file these bytes are, by the bytes alone. */
function kindOf(bytes: Uint8Array): 'pdf' | 'png' | 'jpeg' | 'docx' | 'heic' | null {
  if (starts(bytes, 0x89, 0x50, 0x4e, 0x47)) return 'png'
  if (starts(bytes, 0xff, 0xd8, 0xff)) return 'jpeg'
  if (starts(bytes, 0x50, 0x4b) || starts(bytes, 0xd0, 0xcf, 0x11, 0xe0)) return 'docx'
  const head = Buffer.from(bytes.subarray(0, 1024)).toString('latin1')
  if (/^....ftyp(heic|heix|mif1|hevc)/s.test(head)) return 'heic'
  return head.includes('%PDF-') ? 'pdf' : null
}

export type TakenFileAnswer = { taken: TakenIn } | { signed: string } | { docx: true }

/** Takes in a file for the marking table, by what its bytes are; a DOCX is only told as one. */
export const takeInFile = answering(
  async ({
    name,
    bytes,
    password,
  }: {
    name: string
    bytes: Uint8Array
    password?: string
  }): Promise<TakenFileAnswer> => {
    const kind = kindOf(bytes)
    if (kind === 'heic')
      throw new Refused(
        'This picture is HEIC, which this browser can’t open. Save it as JPEG, or send it from the phone’s own browser.',
      )
    if (kind === null) throw new Refused(`${name} is neither a PDF, nor a picture (JPEG or PNG), nor a DOCX.`)
    if (kind === 'docx') return { docx: true }
    try {
      const pdf = kind === 'pdf' ? bytes : await asPage(bytes, kind)
      return { taken: await takeIn(pdf, inflate, password) }
    } catch (error) {
      if (!(error instanceof RefusedFile)) throw error
      // It can't be marked, but it can go with a paper as it is.
      if (error.why === 'signed') return { signed: error.message }
      throw new Refused(error.message, error.why)
    }
  },
)

async function asPage(bytes: Uint8Array, kind: 'png' | 'jpeg'): Promise<Uint8Array> {
  // A JPEG goes onto its page as it is; a PNG is unpacked for it.
  const { orientation } = inspect(bytes, kind === 'png' ? PNG_PIXELS : JPEG_PIXELS)
  return pictureToPdf(bytes, kind, orientation)
}

export const assemblePages = answering(({ files, pages }: { files: Uint8Array[]; pages: PageOf[] }) =>
  assemble(files, pages),
)

export const pageTexts = answering(({ bytes }: { bytes: Uint8Array }) => textInPdf(bytes))
export const findBlanks = answering(({ bytes }: { bytes: Uint8Array }) => findInPdf(bytes))
export const bring = answering(bringFile)
export const readFormParts = answering(readParts)
export const inspectPictures = answering(
  ({ pictures, most }: { pictures: string[]; most: number }): (PictureInfo | { refused: string })[] =>
    pictures.map((src) => pictureIn(src, most)),
)

export const signaturePicture = answering(({ bytes }: { bytes: Uint8Array }) => signatureFrom(bytes))
/** What reads records is fetched when somebody brings some: nothing else waits for it. */
export const readRows = answering(async (task: RowsTask) => {
  const { readRecords } = await import('./rows')
  return readRecords(task)
})
export const readMail = answering(async ({ bytes }: { bytes: Uint8Array }) => {
  const { readLetter } = await import('./mail')
  return readLetter(bytes)
})
export const scanPictures = answering(({ bytes }: { bytes: Uint8Array }) => picturesOfScan(bytes, inflate))
export const readDocument = answering(documents.readDocument)
export const scanAtDesk = answering(documents.scanAtDesk)
export const looksTaken = answering(documents.looksTaken)
