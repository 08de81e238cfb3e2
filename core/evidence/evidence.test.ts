import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Json, canonical, wellFormed } from './canonical'
import { type ChainedEvent, append, brokenAt, entryHash, sha256Hex } from './chain'

const json = fc
  .jsonValue({ noUnicodeString: false } as never)
  .map((v) => JSON.parse(JSON.stringify(v, (_, x: unknown) => (typeof x === 'string' ? wellFormed(x) : x))) as Json)
const chain = (contents: Json[]) =>
  contents.reduce<ChainedEvent[]>(
    (events, data, i) => [
      ...events,
      append(events.at(-1) ?? null, {
        round: 'r',
        at: `2026-06-01T10:00:${String(i % 60).padStart(2, '0')}.000Z`,
        type: 'note',
        actor: { id: 'p1' },
        data,
      }),
    ],
    [],
  )

describe('canonical JSON', () => {
  it('sorts members by UTF-16 code units and writes numbers and strings as RFC 8785 3.2 does', () => {
    const given = {
      '\u20ac': 'Euro Sign',
      '\r': 'Carriage Return',
      '\ufb33': 'Hebrew Letter',
      '1': 'One',
      '\ud83d\ude00': 'Smiley',
      '\u0080': 'Control',
      '\u00f6': 'Latin o',
    }
    expect(
      Object.values(
        JSON.parse(
          `[${canonical(given)
            .slice(1, -1)
            .replace(/"(?:[^"\\]|\\.)*":/g, '')}]`,
        ) as object,
      ),
    ).toEqual(['Carriage Return', 'One', 'Control', 'Latin o', 'Euro Sign', 'Smiley', 'Hebrew Letter'])
    expect(canonical([333333333.33333329, 1e30, 4.5, 2e-3, 1e-27, -0, 'A\u000f\n"\\/\u20ac$'])).toBe(
      '[333333333.3333333,1e+30,4.5,0.002,1e-27,0,"A\\u000f\\n\\"\\\\/€$"]',
    )
  })
  it('reads back the same and does not depend on the order of members', () => {
    fc.assert(
      fc.property(json, (v) => {
        const text = canonical(v)
        expect(canonical(JSON.parse(text) as Json)).toBe(text)
        if (v && typeof v === 'object' && !Array.isArray(v))
          expect(canonical(Object.fromEntries(Object.entries(v).reverse()) as Json)).toBe(text)
      }),
    )
  })
  it.each([[NaN], [Infinity], ['\ud800x']])('refuses %j', (v) => expect(() => canonical(v)).toThrow(TypeError))
})

describe('the chain', () => {
  it('holds for what was appended and breaks at the very event that was changed, dropped or moved', () => {
    fc.assert(
      fc.property(fc.array(json, { minLength: 2, maxLength: 8 }), fc.nat(), (contents, pick) => {
        const events = chain(contents)
        expect(brokenAt(events)).toBeNull()
        const i = pick % events.length
        const changed = events.map((e, k) => (k === i ? { ...e, data: { was: e.data } } : e))
        expect(brokenAt(changed)?.seq).toBe(i + 1)
        if (i < events.length - 1) expect(brokenAt(events.filter((_, k) => k !== i))?.seq).toBe(i + 1)
        const forged = changed.map((e, k) => (k === i ? { ...e, hash: entryHash(e) } : e))
        if (i < events.length - 1) expect(brokenAt(forged)?.seq).toBe(i + 2)
      }),
    )
  })
  it('hashes as another implementation of SHA-256 does', () => {
    fc.assert(
      fc.property(fc.string(), (s) => {
        expect(sha256Hex(s)).toBe(createHash('sha256').update(s, 'utf8').digest('hex'))
      }),
    )
  })
})
