import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fromFolder, migrate } from '../platform/db/migrate'
import { BadSetting, readConfig } from '../platform/config'
import { LIMITS, forgive, take, waitAfter } from '../platform/throttle'
import { addressFrom } from './where'
import { codeOf, placeOf, withSecrets, withoutSecrets } from '../platform/secrets'
import { atClock } from '../platform/clock'
import { tokenOf } from '../platform/tokens'

process.env.UPWOLD_DATA = mkdtempSync(join(tmpdir(), 'upwold-doors-'))
beforeAll(async () => void (await migrate(fromFolder('server/platform/db/migrations'))))

const good = 'ab'.repeat(32)
const config = (env: Record<string, string>) => readConfig(env, () => good)

describe('the settings', () => {
  it('say which lines of the log are wanted, by a level there is', () => {
    expect(() => config({ UPWOLD_LOG: 'debug' })).not.toThrow()
    expect(() => config({ UPWOLD_LOG: 'loud' })).toThrow(BadSetting)
  })

  it('have nothing pretended, nobody let in from outside, no proxy believed and no post opened unless it is said', () => {
    expect(config({})).toMatchObject({
      host: '127.0.0.1',
      proxyHops: 0,
      mail: null,
      postRoomOpens: false,
      secureCookies: false,
    })
    expect(config({}).standins.size).toBe(0)
    expect(config({ UPWOLD_ORIGIN: 'https://papers.example/' })).toMatchObject({
      origin: 'https://papers.example',
      secureCookies: true,
    })
    expect([...config({ UPWOLD_STANDINS: ' cards , post' }).standins]).toEqual(['cards', 'post'])
    expect(config({ UPWOLD_BEHIND_PROXY: 'yes' }).proxyHops).toBe(1)
  })

  it('take a secret of 64 hex digits and no other text', () => {
    expect(config({ UPWOLD_SECRET: good.toUpperCase() }).secret).toBe(good.toUpperCase())
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        fc.pre(!/^[0-9a-f]{64}$/i.test(text))
        expect(() => config({ UPWOLD_SECRET: text })).toThrow(BadSetting)
        expect(() => readConfig({}, () => text)).toThrow(BadSetting)
      }),
    )
  })
})

describe('where a request comes from', () => {
  it('is what the outermost trusted proxy saw, however much was written before it', () => {
    const ip = fc.ipV4()
    fc.assert(
      fc.property(
        fc.array(ip, { maxLength: 4 }),
        fc.array(ip, { minLength: 1, maxLength: 3 }),
        ip,
        (lies, true_, socket) => {
          const forwarded = [...lies, ...true_].join(', ')
          expect(addressFrom(socket, forwarded, true_.length)).toBe(true_[0])
          expect(addressFrom(socket, forwarded, 0)).toBe(socket)
          expect(addressFrom(socket, undefined, true_.length)).toBe(socket)
        },
      ),
    )
  })
})

describe('the throttle', () => {
  const later = (seconds: number, work: () => Promise<unknown>) =>
    atClock(() => new Date(Date.now() + seconds * 1000), work as () => Promise<void>)

  it('lets so many by, then waits that double up to the longest, and forgets after an hour', async () => {
    expect([4, 5, 6, 7, 30].map((n) => waitAfter(LIMITS['sign-in'], n))).toEqual([0, 10, 20, 40, 900])
    for (let i = 0; i < 5; i += 1) await take('sign-in', 'a')
    await expect(take('sign-in', 'a')).rejects.toThrow('Wait 10 seconds')
    await later(11, () => take('sign-in', 'a'))
    await expect(later(12, () => take('sign-in', 'a'))).rejects.toThrow(/Wait (19|20) seconds/)
    await later(3700, () => take('sign-in', 'a'))
    await later(3700, () => take('sign-in', 'a'))
  })

  it('counts bytes as well as times, and each for itself', async () => {
    await take('upload bytes', 'b', 100_000_000)
    await expect(take('upload bytes', 'b', 30_000_000)).rejects.toThrow('Too much was given')
    await take('upload bytes', 'b', 10_000_000)
    await take('upload bytes', 'c', 100_000_000)
  })

  it('lets nobody by twice at once, and forgives who was right', async () => {
    const all = await Promise.allSettled(Array.from({ length: 12 }, () => take('question', 'd')))
    expect(all.filter((r) => r.status === 'fulfilled')).toHaveLength(5)
    await forgive('question', 'd')
    await take('question', 'd')
  })
})

describe('what a message carries', () => {
  it('stands in its text only as a place, and is the same at every delivery', () => {
    const secrets = [
      { kind: 'link' as const, personId: 'p', nonce: 'n' },
      { kind: 'code' as const, personId: 'p', nonce: 'm' },
    ]
    const text = `Sign here: ${placeOf(0)} with ${placeOf(1)} or ${placeOf(7)}`
    expect(withoutSecrets(text, secrets)).toBe('Sign here: [the link] with [the code] or [the link]')
    const real = withSecrets(text, secrets)
    expect(real).toContain(`/s/${tokenOf('p', 'n')} with ${codeOf('p', 'm')} or [the link]`)
    expect(withSecrets(text, secrets)).toBe(real)
    expect(withSecrets(text, [secrets[0]!, { ...secrets[1]!, nonce: '' }])).toContain('with [the code]')
  })

  it('has codes of six digits, evenly drawn', () => {
    const codes = Array.from({ length: 3000 }, (_, i) => codeOf('p', String(i)))
    expect(codes.every((c) => /^\d{6}$/.test(c))).toBe(true)
    for (let digit = 0; digit < 10; digit += 1) {
      const share = codes.filter((c) => c.startsWith(String(digit))).length / codes.length
      expect(Math.abs(share - 0.1)).toBeLessThan(0.03)
    }
  })
})
