import * as asn1js from 'asn1js'
import * as pkijs from 'pkijs'
import type { SigningKey } from './certificate'

const OID = {
  data: '1.2.840.113549.1.7.1',
  signedData: '1.2.840.113549.1.7.2',
  contentType: '1.2.840.113549.1.9.3',
  messageDigest: '1.2.840.113549.1.9.4',
  signingCertificateV2: '1.2.840.113549.1.9.16.2.47',
  sha256: '2.16.840.1.101.3.4.2.1',
}

/** A plain copy of bytes, as the libraries of ASN.1 and of keys want them. */
export const buffer = (bytes: Uint8Array): ArrayBuffer => bytes.slice().buffer as ArrayBuffer
const sha256 = async (bytes: Uint8Array) => crypto.subtle.digest('SHA-256', buffer(bytes))

/** Which certificate a signature was made with: signing-certificate-v2 (RFC 5035, 3), by SHA-256. */
const ownCertificate = async (certificate: Uint8Array) => {
  const of = (value: asn1js.BaseBlock[]) => new asn1js.Sequence({ value })
  return of([of([of([new asn1js.OctetString({ valueHex: await sha256(certificate) })])])])
}

/**
 * A CMS signature (RFC 5652) over `content`, in DER, with the signed attributes PAdES asks for (ETSI EN 319 142-1, 6.3):
 * contentType, messageDigest and signing-certificate-v2, no signingTime. Data stays outside of it; content of any other
 * type is carried within.
 */
async function signCms(content: Uint8Array, key: SigningKey, eContentType: string): Promise<Uint8Array> {
  const privateKey = await crypto.subtle.importKey(
    'pkcs8',
    buffer(key.privateKey),
    { name: 'RSASSA-PKCS1-v1_5', hash: 'SHA-256' },
    false,
    ['sign'],
  )
  const certificate = pkijs.Certificate.fromBER(buffer(key.certificate))
  const attribute = (type: string, value: asn1js.BaseBlock) => new pkijs.Attribute({ type, values: [value] })
  const signer = new pkijs.SignerInfo({
    version: 1,
    sid: new pkijs.IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
    signedAttrs: new pkijs.SignedAndUnsignedAttributes({
      type: 0,
      attributes: [
        attribute(OID.contentType, new asn1js.ObjectIdentifier({ value: eContentType })),
        attribute(OID.messageDigest, new asn1js.OctetString({ valueHex: await sha256(content) })),
        attribute(OID.signingCertificateV2, await ownCertificate(key.certificate)),
      ].sort((a, b) => a.toSchema().toBER(false).byteLength - b.toSchema().toBER(false).byteLength),
    }),
  })
  const within = eContentType !== OID.data
  const encapContentInfo = new pkijs.EncapsulatedContentInfo({ eContentType })
  // Given to the constructor it would be cut into pieces, which DER doesn't allow.
  if (within) encapContentInfo.eContent = new asn1js.OctetString({ valueHex: buffer(content) })
  const signed = new pkijs.SignedData({
    version: within ? 3 : 1,
    encapContentInfo,
    signerInfos: [signer],
    certificates: [certificate],
  })
  await signed.sign(privateKey, 0, 'SHA-256', buffer(content))
  return asCms(signed)
}

/** Signed data as the bytes it is kept in (RFC 5652, 3). DER. */
export const asCms = (signed: pkijs.SignedData): Uint8Array =>
  new Uint8Array(
    new pkijs.ContentInfo({ contentType: OID.signedData, content: signed.toSchema(true) }).toSchema().toBER(false),
  )

/** A detached CMS signature over `content`. DER. */
export const signDetached = (content: Uint8Array, key: SigningKey): Promise<Uint8Array> =>
  signCms(content, key, OID.data)

/** A CMS signature that carries what a time stamp says (TSTInfo, RFC 3161, 2.4.2). DER. */
export const signStamp = (info: Uint8Array, key: SigningKey): Promise<Uint8Array> =>
  signCms(info, key, pkijs.id_eContentType_TSTInfo)
