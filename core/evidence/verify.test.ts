import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type ChainedEvent, append } from './chain'
import type { Json } from './canonical'
import { type ChainHead, NO_HEAD, headHash, versionHash } from './heads'
import { type StoredRound, type Version, chainMisfits, headMisfits } from './verify'

const version: Version = {
  id: 'v1',
  paperId: 'p1',
  document: { title: 'Hire' },
  figures: null,
  fields: [],
  pages: 2,
  pdfSha: 'a'.repeat(64),
}
const sealed = 'b'.repeat(64)
const round: StoredRound = {
  id: 'r1',
  sealedSha: sealed,
  papers: [{ paperId: 'p1', title: 'Hire agreement', versionId: 'v1', sealedSha: sealed }],
  people: [{ id: 'x', name: 'Petra', party: 'client', part: 'sign' }],
}
/** The chain of a round that one person signed. */
function chain(): ChainedEvent[] {
  const told: [string, Json][] = [
    ['sent', { people: [{ id: 'x', name: 'Petra' }], sha256: version.pdfSha, contents: [versionHash(version)] }],
    ['asked', { person: 'x' }],
    ['signed', { person: 'x', values: { place: 'meadow' } }],
    ['sealed', { sha256: sealed }],
  ]
  const out: ChainedEvent[] = []
  for (const [type, data] of told)
    out.push(
      append(out.at(-1) ?? null, {
        round: 'r1',
        at: `2026-06-01T09:0${out.length}:00.000Z`,
        type,
        actor: { kind: 'system' },
        data,
      }),
    )
  return out
}
const heads = (): ChainHead[] => {
  const rounds = (seq: number) => [
    { round: 'r1', seq, hash: chain()[seq - 1]!.hash, versions: { v1: versionHash(version) } },
  ]
  const first: ChainHead = { seq: 1, at: '2026-06-02T03:00:00.000Z', why: 'night', rounds: rounds(2), prev: NO_HEAD }
  return [first, { seq: 2, at: '2026-06-03T03:00:00.000Z', why: 'ended', rounds: rounds(4), prev: headHash(first) }]
}
const hashAt = (events: ChainedEvent[]) => (_: string, seq: number) => events.find((e) => e.seq === seq)?.hash
const now = (v: Version | null) => () => (v ? versionHash(v) : undefined)

describe('verifying', () => {
  it('finds nothing in what is whole', () => {
    expect(chainMisfits(round, chain(), [version])).toEqual([])
    expect(headMisfits(heads(), () => true, hashAt(chain()), now(version))).toEqual([])
  })

  it('finds any one event changed, taken out, put in twice or exchanged', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.constantFrom('change', 'take', 'twice', 'swap'), (n, how) => {
        const events = chain()
        if (how === 'change') events[n] = { ...events[n]!, at: '2026-06-01T08:00:00.000Z' }
        if (how === 'take') events.splice(n, 1)
        if (how === 'twice') events.splice(n, 0, events[n]!)
        if (how === 'swap') events.splice(n, 2, ...events.slice(n, n + 2).reverse())
        const found = [
          ...chainMisfits(round, events, [version]),
          ...headMisfits(heads(), () => true, hashAt(events), now(version)),
        ]
        // The last event alone can't be swapped with a next one.
        if (!(how === 'swap' && n === 3)) expect(found.length).toBeGreaterThan(0)
      }),
    )
  })

  it('finds a chain that was worked out anew from any event on, by the head that was signed', () => {
    for (let n = 0; n < 4; n += 1) {
      const forged: ChainedEvent[] = []
      for (const [i, e] of chain().entries())
        forged.push(
          append(forged.at(-1) ?? null, {
            round: e.round,
            at: e.at,
            type: e.type,
            actor: e.actor,
            data: i === n ? { ...(e.data as object), note: 1 } : e.data,
          }),
        )
      expect(
        headMisfits(heads(), () => true, hashAt(forged), now(version))
          .map((m) => m.what)
          .join(),
      ).toContain('rewritten')
    }
  })

  it('finds a version, a sealed copy or a person that isn’t who or what the chain has', () => {
    const changed = { ...version, document: { title: 'Higher' } }
    expect(chainMisfits(round, chain(), [changed])[0]!.what).toContain('says was changed')
    expect(
      headMisfits(heads(), () => true, hashAt(chain()), now(changed))
        .map((m) => m.what)
        .join(),
    ).toContain('was changed after')
    expect(
      headMisfits(heads(), () => true, hashAt(chain()), now(null))
        .map((m) => m.what)
        .join(),
    ).toContain('it is missing')
    expect(chainMisfits(round, chain(), [])[0]!.what).toContain('is missing')
    const other = { ...round, papers: [{ ...round.papers[0]!, sealedSha: 'c'.repeat(64) }] }
    expect(chainMisfits(other, chain(), [version])[0]!.what).toContain('not the one that was sealed')
    expect(
      chainMisfits({ ...round, people: [{ ...round.people[0]!, name: 'Mallory' }] }, chain(), [version])[0]!.what,
    ).toContain('Mallory is not who')
    expect(chainMisfits(round, chain().slice(0, 3), [version])[0]!.what).toContain('knows nothing of')
  })

  it('finds a head with a wrong signature, and one that was left out', () => {
    expect(headMisfits(heads(), (h) => h.seq !== 2, hashAt(chain()), now(version))).toMatchObject([
      { where: 'signed head 2' },
    ])
    expect(headMisfits(heads().slice(1), () => true, hashAt(chain()), now(version))[0]!.what).toContain(
      'missing or was exchanged',
    )
  })
})
