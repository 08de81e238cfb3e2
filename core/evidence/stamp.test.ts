import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { authorityIn } from '../../tests/support/authority'
import { type SigningKey, makeSigningKey, pem } from './certificate'
import { signDetached } from './cms'
import { NoStamp, answerStamp, readAnswer, stampIn, stampRequest, toStamp, withStamp } from './stamp'

const folder = mkdtempSync(join(tmpdir(), 'stamp-'))
const at = new Date('2026-06-12T14:00:05.000Z')
const serial = Uint8Array.of(1, 2, 3, 4, 5, 6, 7, 8)
const nonce = Uint8Array.of(9, 8, 7, 6, 5, 4, 3, 2)
const file = (name: string, bytes?: Uint8Array | string) => {
  const path = join(folder, name)
  if (bytes !== undefined) writeFileSync(path, bytes)
  return path
}
const openssl = (...args: string[]) =>
  execFileSync('openssl', args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })

let seal: Uint8Array
let signature: Uint8Array
let authority: SigningKey
let sealing: SigningKey
let other: Awaited<ReturnType<typeof authorityIn>>
beforeAll(async () => {
  other = await authorityIn(folder)
  sealing = await makeSigningKey('Larkmoor Saunas Ltd', at, 10, serial)
  authority = await makeSigningKey('Fellgate Time', at, 10, serial, 'time stamps')
  seal = await signDetached(new TextEncoder().encode('the paper'), sealing)
  signature = toStamp(seal)
})
afterAll(() => rmSync(folder, { recursive: true }))

describe('time stamps on a seal', () => {
  it('takes what another’s authority answers, and finds it on the seal again', async () => {
    const answer = await other.answer(await stampRequest(signature, nonce))
    const stamp = await readAnswer(answer, signature, nonce)
    expect(stamp.by).toBe('Windle Clock')
    expect(Math.abs(Date.parse(stamp.at) - Date.now())).toBeLessThan(60_000)
    expect(await stampIn(withStamp(seal, stamp))).toMatchObject({ at: stamp.at, by: 'Windle Clock' })
    expect(await stampIn(seal)).toBeNull()
  })

  it('pretends an authority that openssl believes', async () => {
    const request = await stampRequest(signature, nonce)
    const answer = await answerStamp(request, authority, at, serial)
    const trusted = file('trusted.pem', pem(authority.certificate, 'CERTIFICATE'))
    const told = openssl(
      'ts',
      '-verify',
      '-in',
      file('ours.tsr', answer),
      '-queryfile',
      file('ours.tsq', request),
      '-CAfile',
      trusted,
      '-attime',
      String(at.getTime() / 1000 + 60),
    )
    expect(told).toContain('Verification: OK')
    expect(openssl('ts', '-reply', '-in', file('ours.tsr'), '-text')).toMatch(/Time stamp: Jun 12 14:00:05 2026 GMT/)
    expect(await readAnswer(answer, signature, nonce)).toMatchObject({ at: at.toISOString() })
  })

  it('takes no answer to another question, on another seal, or by a key that is for something else', async () => {
    const answer = await answerStamp(await stampRequest(signature, nonce), authority, at, serial)
    const elsewhere = await signDetached(new TextEncoder().encode('another paper'), sealing)
    await expect(readAnswer(answer, signature, serial)).rejects.toThrow('another question')
    await expect(readAnswer(answer, toStamp(elsewhere), nonce)).rejects.toThrow('other data')
    const foreign = await answerStamp(await stampRequest(signature, nonce), sealing, at, serial)
    await expect(readAnswer(foreign, signature, nonce)).rejects.toThrow('not for time stamps')
    const stamp = await readAnswer(answer, signature, nonce)
    await expect(stampIn(withStamp(elsewhere, stamp))).rejects.toThrow(NoStamp)
  })

  it('takes none that there is no room for beside a seal', async () => {
    const long = {
      ...authority,
      certificate: (await makeSigningKey('F'.repeat(6_500), at, 10, serial, 'time stamps')).certificate,
    }
    const answer = await answerStamp(await stampRequest(signature, nonce), long, at, serial)
    expect(answer.length).toBeGreaterThan(12_000)
    await expect(readAnswer(answer, signature, nonce)).rejects.toThrow('too long')
  })

  it('says in the authority’s words why there is none', async () => {
    // A request cut short is refused by an authority.
    const refused = await other.answer((await stampRequest(signature, nonce)).subarray(0, 30))
    await expect(readAnswer(refused, signature, nonce)).rejects.toThrow(NoStamp)
  })

  it('takes nothing for a stamp that isn’t one, whatever comes, and none with a byte changed', async () => {
    const answer = await answerStamp(await stampRequest(signature, nonce), authority, at, serial)
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (bytes) => {
        await expect(readAnswer(bytes, signature, nonce)).rejects.toThrow(NoStamp)
      }),
      { numRuns: 60 },
    )
    await fc.assert(
      fc.asyncProperty(fc.nat(answer.length - 1), fc.integer({ min: 1, max: 255 }), async (i, flip) => {
        const changed = answer.slice()
        changed[i]! ^= flip
        const read = await readAnswer(changed, signature, nonce).catch((e: unknown) => e)
        // What isn't signed (the certificate's own fields among it) may differ; the time it tells may not.
        if (!(read instanceof NoStamp)) expect(read).toMatchObject({ at: at.toISOString() })
      }),
      { numRuns: 150 },
    )
  })
})
