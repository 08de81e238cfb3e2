import * as pkijs from 'pkijs'
import { buffer } from './cms'

const latin = new TextDecoder('latin1')
const hexOf = (text: string) => Uint8Array.from(text.match(/../g) ?? [], (b) => Number.parseInt(b, 16))

/** The last signature of a PDF: what it covers, and where in the file its hex digits stand (from, to). */
export interface Seal {
  covered: Uint8Array
  cms: Uint8Array
  room: { from: number; to: number }
}

/** Reads the last signature of a PDF (ISO 32000-1, 12.8.1); what is wrong with it in words where it doesn't cover the file. */
export function lastSeal(pdf: Uint8Array): Seal | string {
  const text = latin.decode(pdf)
  const at = text.lastIndexOf('/ByteRange')
  const range = /^\/ByteRange\s*\[\s*(\d+)\s+(\d+)\s+(\d+)\s+(\d+)/.exec(text.slice(at, at + 200))
  if (at < 0 || !range) return 'has no signature'
  const [from, first, second, rest] = range.slice(1).map(Number) as [number, number, number, number]
  if (from !== 0 || second + rest !== pdf.length || first >= second)
    return 'has a signature that does not cover the whole file'
  const covered = new Uint8Array(first + rest)
  covered.set(pdf.subarray(0, first))
  covered.set(pdf.subarray(second), first)
  const room = { from: first + 1, to: second - 1 }
  const der = hexOf(text.slice(room.from, room.to))
  return { covered, cms: der.subarray(0, lengthOf(der)), room }
}

/** The signed data within a CMS (RFC 5652, 5). Throws where it is none. */
export function signedData(cms: Uint8Array): pkijs.SignedData {
  return new pkijs.SignedData({ schema: pkijs.ContentInfo.fromBER(buffer(cms)).content })
}

/** How long a DER value is, its head included; what is behind it is padding. */
function lengthOf(der: Uint8Array): number {
  const size = der[1]!
  if (size < 0x80) return 2 + size
  let length = 0
  for (let i = 0; i < (size & 0x7f); i += 1) length = length * 256 + der[2 + i]!
  return 2 + (size & 0x7f) + length
}
