import * as pkijs from 'pkijs'
import { sha256Hex } from './chain'

const latin = new TextDecoder('latin1')
const buffer = (bytes: Uint8Array): ArrayBuffer => bytes.slice().buffer as ArrayBuffer
const hex = (text: string) => Uint8Array.from(text.match(/../g) ?? [], (b) => Number.parseInt(b, 16))

/**
 * What is wrong with the seal of a PDF, in words; null when it is whole: its last signature covers the file to its end
 * (ISO 32000-1, 12.8.1), verifies, and was made with one of `certificates` (DER). `sentSha`: the file has to begin with
 * the very bytes of that hash.
 */
export async function sealProblem(
  pdf: Uint8Array,
  sent: Uint8Array | null,
  certificates: readonly Uint8Array[],
): Promise<string | null> {
  if (sent && sha256Hex(pdf.subarray(0, sent.length)) !== sha256Hex(sent))
    return 'does not begin with the bytes that were sent'
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
  try {
    const der = hex(text.slice(first + 1, second - 1))
    const info = pkijs.ContentInfo.fromBER(buffer(der.subarray(0, lengthOf(der))))
    const signed = new pkijs.SignedData({ schema: info.content })
    const [certificate] = signed.certificates ?? []
    if (!(certificate instanceof pkijs.Certificate)) return 'has a signature without a certificate'
    const used = sha256Hex(new Uint8Array(certificate.toSchema().toBER(false)))
    if (!certificates.some((c) => sha256Hex(c) === used)) return 'was sealed with a key that is not the business’s'
    const good = await signed.verify({ signer: 0, data: buffer(covered), checkChain: false })
    return good ? null : 'has a signature that does not fit'
  } catch {
    // The library throws where the digest doesn't fit.
    return 'has a signature that does not fit: the file was changed'
  }
}

/** How long a DER value is, its head included; what is behind it is padding. */
function lengthOf(der: Uint8Array): number {
  const size = der[1]!
  if (size < 0x80) return 2 + size
  let length = 0
  for (let i = 0; i < (size & 0x7f); i += 1) length = length * 256 + der[2 + i]!
  return 2 + (size & 0x7f) + length
}
