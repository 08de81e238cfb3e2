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

const buffer = (bytes: Uint8Array): ArrayBuffer => bytes.slice().buffer as ArrayBuffer
const sha256 = async (bytes: Uint8Array) => crypto.subtle.digest('SHA-256', buffer(bytes))

/**
 * A detached CMS signature (RFC 5652) over `content`, as PAdES asks of it (ETSI EN 319 142-1, 6.3): signed attributes
 * contentType, messageDigest and signing-certificate-v2 (RFC 5035), no signingTime. DER.
 */
export async function signDetached(content: Uint8Array, key: SigningKey): Promise<Uint8Array> {
  const privateKey = await crypto.subtle.importKey(
    'pkcs8',
    buffer(key.privateKey),
    { name: 'RSASSA-PKCS1-v1_5', hash: 'SHA-256' },
    false,
    ['sign'],
  )
  const certificate = pkijs.Certificate.fromBER(buffer(key.certificate))
  const attribute = (type: string, value: asn1js.BaseBlock) => new pkijs.Attribute({ type, values: [value] })
  const certificateId = new asn1js.Sequence({
    value: [
      new asn1js.Sequence({
        value: [new asn1js.Sequence({ value: [new asn1js.OctetString({ valueHex: await sha256(key.certificate) })] })],
      }),
    ],
  })
  const signer = new pkijs.SignerInfo({
    version: 1,
    sid: new pkijs.IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
    signedAttrs: new pkijs.SignedAndUnsignedAttributes({
      type: 0,
      attributes: [
        attribute(OID.contentType, new asn1js.ObjectIdentifier({ value: OID.data })),
        attribute(OID.messageDigest, new asn1js.OctetString({ valueHex: await sha256(content) })),
        attribute(OID.signingCertificateV2, certificateId),
      ].sort((a, b) => a.toSchema().toBER(false).byteLength - b.toSchema().toBER(false).byteLength),
    }),
  })
  const signed = new pkijs.SignedData({
    version: 1,
    encapContentInfo: new pkijs.EncapsulatedContentInfo({ eContentType: OID.data }),
    signerInfos: [signer],
    certificates: [certificate],
  })
  await signed.sign(privateKey, 0, 'SHA-256', buffer(content))
  const info = new pkijs.ContentInfo({ contentType: OID.signedData, content: signed.toSchema(true) })
  return new Uint8Array(info.toSchema().toBER(false))
}
