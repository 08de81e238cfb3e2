import * as pkijs from 'pkijs'
import { sha256Hex } from './chain'
import { buffer } from './cms'
import { lastSeal, signedData } from './contents'
import { NoStamp, stampIn } from './stamp'

/**
 * What is wrong with the seal of a PDF, in words; null when it is whole: its last signature covers the file to its end
 * (ISO 32000-1, 12.8.1), verifies, was made with one of `certificates` (DER), and a time stamp on it fits. `sentSha`: the
 * file has to begin with the very bytes of that hash.
 */
export async function sealProblem(
  pdf: Uint8Array,
  sent: Uint8Array | null,
  certificates: readonly Uint8Array[],
): Promise<string | null> {
  if (sent && sha256Hex(pdf.subarray(0, sent.length)) !== sha256Hex(sent))
    return 'does not begin with the bytes that were sent'
  const seal = lastSeal(pdf)
  if (typeof seal === 'string') return seal
  try {
    const signed = signedData(seal.cms)
    const [certificate] = signed.certificates ?? []
    if (!(certificate instanceof pkijs.Certificate)) return 'has a signature without a certificate'
    const used = sha256Hex(new Uint8Array(certificate.toSchema().toBER(false)))
    if (!certificates.some((c) => sha256Hex(c) === used)) return 'was sealed with a key that is not the business’s'
    if (!(await signed.verify({ signer: 0, data: buffer(seal.covered), checkChain: false })))
      return 'has a signature that does not fit'
    await stampIn(seal.cms)
    return null
  } catch (error) {
    if (error instanceof NoStamp) return `has a time stamp that does not fit: ${error.message}`
    // The library throws where the digest doesn't fit.
    return 'has a signature that does not fit: the file was changed'
  }
}
