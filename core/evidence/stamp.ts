import * as asn1js from 'asn1js'
import * as pkijs from 'pkijs'
import type { SigningKey } from './certificate'
import { asCms, buffer, signStamp } from './cms'
import { signedData } from './contents'

const OID = {
  sha256: '2.16.840.1.101.3.4.2.1',
  stampToken: '1.2.840.113549.1.9.16.2.14',
  timeStamping: '1.3.6.1.5.5.7.3.8',
  extendedUsage: '2.5.29.37',
  commonName: '2.5.4.3',
  organization: '2.5.4.10',
}
/** Stands for a policy nobody has written: the arc kept for examples (ITU-T X.660, joint-iso-itu-t example). */
const NO_POLICY = '2.999.1'

/** The longest token there is room for beside a seal (core/pdf/seal.ts), in bytes. */
const LONGEST = 12_000

/** An answer that is no time stamp of what was asked; the message says why. */
export class NoStamp extends Error {}

/** A time stamp that fits: when, by whom (as its certificate names them), and the token itself (DER). */
export interface Stamp {
  at: string
  by: string
  token: Uint8Array
}

const same = (a: Uint8Array, b: Uint8Array) => a.length === b.length && a.every((byte, i) => byte === b[i])
const nonceOf = (nonce: Uint8Array) => new asn1js.Integer({ valueHex: buffer(Uint8Array.of(0x01, ...nonce)) })

const signatureValue = (signed: pkijs.SignedData) => signed.signerInfos[0]!.signature.valueBlock.valueHexView.slice()

/** What a time stamp on a seal (its CMS) covers: the value of its signature (ETSI EN 319 122-1, 5.3). */
export const toStamp = (cms: Uint8Array): Uint8Array => signatureValue(signedData(cms))

/** Asks for a time stamp on `data`: a TimeStampReq (RFC 3161, 2.4.1) by SHA-256, with `nonce`. DER. */
export async function stampRequest(data: Uint8Array, nonce: Uint8Array): Promise<Uint8Array> {
  const messageImprint = await pkijs.MessageImprint.create('SHA-256', buffer(data))
  const ask = new pkijs.TimeStampReq({ version: 1, messageImprint, nonce: nonceOf(nonce), certReq: true })
  return new Uint8Array(ask.toSchema().toBER(false))
}

/** What went wrong at an authority, as it says itself (PKIFreeText), or by its bit of failure (RFC 3161, 2.4.2). */
function refusalOf({ status, statusStrings, failInfo }: pkijs.PKIStatusInfo): string {
  const said = statusStrings?.map((s) => s.valueBlock.value).join(' ')
  const bit = failInfo?.valueBlock.valueHexView.findIndex((b) => b !== 0)
  return said || `It refused (status ${Number(status)}${bit === undefined || bit < 0 ? '' : ', failure told'}).`
}

/** What a certificate's holder is called: the common name, else the organisation. */
function nameIn({ subject }: pkijs.Certificate): string {
  const find = (type: string) => subject.typesAndValues.find((t) => t.type === type)?.value.valueBlock.value
  return String(find(OID.commonName) ?? find(OID.organization) ?? 'an authority without a name')
}

/** Reads a token over `data`. Throws a {@link NoStamp} where it doesn't fit or isn't an authority's. */
async function readToken(token: Uint8Array, data: Uint8Array, nonce?: Uint8Array): Promise<Stamp> {
  const signed = signedData(token)
  const { eContentType, eContent } = signed.encapContentInfo
  if (eContentType !== pkijs.id_eContentType_TSTInfo || !eContent) throw new NoStamp('It is no time stamp.')
  const info = pkijs.TSTInfo.fromBER(eContent.getValue())
  if (nonce && !same(info.nonce?.valueBlock.valueHexView ?? new Uint8Array(), nonceOf(nonce).valueBlock.valueHexView))
    throw new NoStamp('It answers another question.')
  if (info.messageImprint.hashAlgorithm.algorithmId !== OID.sha256)
    throw new NoStamp('It stamps by another hash than was asked for.')
  const { signatureVerified, signerCertificate } = await signed
    .verify({ signer: 0, data: buffer(data), checkChain: false, extendedMode: true })
    .catch(() => ({ signatureVerified: false, signerCertificate: null }))
  if (!signatureVerified || !signerCertificate)
    throw new NoStamp('Its signature does not fit, or it stamps other data.')
  const usage = signerCertificate.extensions?.find((e) => e.extnID === OID.extendedUsage)?.parsedValue as
    pkijs.ExtKeyUsage | undefined
  if (!usage?.keyPurposes.includes(OID.timeStamping)) throw new NoStamp('Its certificate is not for time stamps.')
  return { at: info.genTime.toISOString(), by: nameIn(signerCertificate), token }
}

/** Reads an authority's answer (TimeStampResp) to a request on `data`. Throws a {@link NoStamp} where it isn't one. */
export async function readAnswer(answer: Uint8Array, data: Uint8Array, nonce: Uint8Array): Promise<Stamp> {
  let response: pkijs.TimeStampResp
  try {
    response = pkijs.TimeStampResp.fromBER(buffer(answer))
  } catch {
    throw new NoStamp('What it answers is no time stamp.')
  }
  if (Number(response.status.status) > 1 || !response.timeStampToken) throw new NoStamp(refusalOf(response.status))
  const token = new Uint8Array(response.timeStampToken.toSchema().toBER(false))
  if (token.length > LONGEST) throw new NoStamp('Its time stamp is too long to be put on a seal.')
  try {
    return await readToken(token, data, nonce)
  } catch (error) {
    if (error instanceof NoStamp) throw error
    throw new NoStamp('What it answers is no time stamp.', { cause: error })
  }
}

/** The seal with a time stamp among what isn't signed of it (ETSI EN 319 122-1, 5.3: signature-time-stamp). DER. */
export function withStamp(cms: Uint8Array, { token }: Pick<Stamp, 'token'>): Uint8Array {
  const signed = signedData(cms)
  signed.signerInfos[0]!.unsignedAttrs = new pkijs.SignedAndUnsignedAttributes({
    type: 1,
    attributes: [
      new pkijs.Attribute({ type: OID.stampToken, values: [pkijs.ContentInfo.fromBER(buffer(token)).toSchema()] }),
    ],
  })
  return asCms(signed)
}

/** The time stamp on a seal; null where there is none. Throws a {@link NoStamp} where one is there that doesn't fit. */
export async function stampIn(cms: Uint8Array): Promise<Stamp | null> {
  const signed = signedData(cms)
  const found = signed.signerInfos[0]!.unsignedAttrs?.attributes.find((a) => a.type === OID.stampToken)
  if (!found) return null
  const token = new Uint8Array((found.values[0] as asn1js.Sequence).toBER(false))
  return readToken(token, signatureValue(signed)).catch((error: unknown) => {
    throw error instanceof NoStamp ? error : new NoStamp('It can’t be read.')
  })
}

/** What an authority with `key` answers to a request at a time: how the stand-in does. Throws where it is no request. */
export async function answerStamp(
  request: Uint8Array,
  key: SigningKey,
  at: Date,
  serial: Uint8Array,
): Promise<Uint8Array> {
  const ask = pkijs.TimeStampReq.fromBER(buffer(request))
  const info = new pkijs.TSTInfo({
    version: 1,
    policy: NO_POLICY,
    messageImprint: ask.messageImprint,
    serialNumber: nonceOf(serial),
    genTime: at,
    ...(ask.nonce ? { nonce: ask.nonce } : {}),
  })
  const token = await signStamp(new Uint8Array(info.toSchema().toBER(false)), key)
  const answer = new pkijs.TimeStampResp({
    status: new pkijs.PKIStatusInfo({ status: pkijs.PKIStatus.granted }),
    timeStampToken: pkijs.ContentInfo.fromBER(buffer(token)),
  })
  return new Uint8Array(answer.toSchema().toBER(false))
}
