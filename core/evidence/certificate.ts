import * as asn1js from 'asn1js'
import * as pkijs from 'pkijs'

/** A signing key and its self-signed certificate, both DER (PKCS #8 and X.509). */
export interface SigningKey {
  privateKey: Uint8Array
  certificate: Uint8Array
}

const ALGORITHM = {
  name: 'RSASSA-PKCS1-v1_5',
  modulusLength: 3072,
  publicExponent: new Uint8Array([1, 0, 1]),
  hash: 'SHA-256',
}
const OID = {
  commonName: '2.5.4.3',
  keyUsage: '2.5.29.15',
  extendedUsage: '2.5.29.37',
  basicConstraints: '2.5.29.19',
  documentSigning: '1.3.6.1.5.5.7.3.36',
  emailProtection: '1.3.6.1.5.5.7.3.4',
  timeStamping: '1.3.6.1.5.5.7.3.8',
}
/** What a key is for: the extended usages of its certificate, and whether nothing else may be done with it. */
const USES = {
  sealing: { purposes: [OID.documentSigning, OID.emailProtection], alone: false },
  'time stamps': { purposes: [OID.timeStamping], alone: true },
}

/**
 * Makes a key and a certificate for it (RFC 5280): usage digitalSignature and nonRepudiation. For sealing the extended
 * usage is document signing (RFC 9336) with emailProtection beside it, which older verifiers ask for; for time stamps
 * that one alone, critical (RFC 3161, 2.3). `serial`: at least 8 random bytes.
 */
export async function makeSigningKey(
  name: string,
  from: Date,
  years: number,
  serial: Uint8Array,
  use: keyof typeof USES = 'sealing',
): Promise<SigningKey> {
  const keys = await crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify'])
  const certificate = new pkijs.Certificate()
  certificate.version = 2
  certificate.serialNumber = new asn1js.Integer({ valueHex: new Uint8Array([0x01, ...serial]).buffer })
  for (const dn of [certificate.subject, certificate.issuer]) {
    dn.typesAndValues.push(
      new pkijs.AttributeTypeAndValue({
        type: OID.commonName,
        value: new asn1js.Utf8String({ value: use === 'sealing' ? `${name}, ${use}` : name }),
      }),
    )
  }
  certificate.notBefore.value = new Date(from.getTime() - 86_400_000)
  certificate.notAfter.value = new Date(Date.UTC(from.getUTCFullYear() + years, from.getUTCMonth(), from.getUTCDate()))
  const usage = new asn1js.BitString({ valueHex: new Uint8Array([0b1100_0000]).buffer, unusedBits: 6 })
  const extension = (extnID: string, critical: boolean, value: asn1js.BaseBlock) =>
    new pkijs.Extension({ extnID, critical, extnValue: value.toBER(false) })
  certificate.extensions = [
    extension(OID.basicConstraints, true, new pkijs.BasicConstraints({ cA: false }).toSchema()),
    extension(OID.keyUsage, true, usage),
    extension(
      OID.extendedUsage,
      USES[use].alone,
      new pkijs.ExtKeyUsage({ keyPurposes: USES[use].purposes }).toSchema(),
    ),
  ]
  await certificate.subjectPublicKeyInfo.importKey(keys.publicKey)
  await certificate.sign(keys.privateKey, 'SHA-256')
  return {
    privateKey: new Uint8Array(await crypto.subtle.exportKey('pkcs8', keys.privateKey)),
    certificate: new Uint8Array(certificate.toSchema(true).toBER(false)),
  }
}

/** DER as PEM text (RFC 7468). */
export function pem(der: Uint8Array, label: 'CERTIFICATE'): string {
  let binary = ''
  for (const b of der) binary += String.fromCharCode(b)
  return `-----BEGIN ${label}-----\n${btoa(binary).replace(/.{64}(?=.)/g, '$&\n')}\n-----END ${label}-----\n`
}
