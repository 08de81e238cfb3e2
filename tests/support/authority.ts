import { execFile } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'

const openssl = (...args: string[]) => promisify(execFile)('openssl', args)

/** An authority of times that openssl makes and runs, in a folder of its own: what it answers, and its certificate's file. */
export async function authorityIn(
  folder: string,
): Promise<{ answer: (request: Uint8Array) => Promise<Uint8Array>; certificate: string }> {
  const at = (name: string) => join(folder, name)
  const [conf, key, certificate] = [at('tsa.cnf'), at('tsa.key'), at('tsa.pem')]
  writeFileSync(
    conf,
    `[req]
distinguished_name = dn
prompt = no
x509_extensions = v3
[dn]
O = Windle Notaries
CN = Windle Clock
[v3]
basicConstraints = CA:FALSE
keyUsage = critical, digitalSignature
extendedKeyUsage = critical, timeStamping
[tsa]
default_tsa = own
[own]
serial = ${at('serial')}
signer_digest = sha256
default_policy = 1.2.3.4.1
digests = sha256
ess_cert_id_alg = sha256
`,
  )
  writeFileSync(at('serial'), '01')
  const make = ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '9', '-config', conf]
  await openssl(...make, '-keyout', key, '-out', certificate)
  return {
    certificate,
    answer: async (request) => {
      writeFileSync(at('ask'), request)
      const by = ['-config', conf, '-section', 'own', '-signer', certificate, '-inkey', key]
      await openssl('ts', '-reply', '-queryfile', at('ask'), '-out', at('answer'), ...by)
      return new Uint8Array(readFileSync(at('answer')))
    },
  }
}
