import { describe, expect, it } from 'vitest'
import { waiver } from '../../tests/support/waiver'
import { fieldsOf } from '../document/walk'
import { ageOn } from '../people/age'
import { guardianProblem, signedFor, takesChildren } from './signed-for'

const young = (born: string) => ageOn(born, '2026-06-14') < 18

describe('a child’s paper that a guardian signs', () => {
  it('asks the guardian for all of it, each answer with the child’s name beside it, and has the child’s name set', () => {
    const paper = signedFor(waiver, 'Mio Sato')
    const [before, after] = [fieldsOf(waiver), fieldsOf(paper)]
    expect(after.map((f) => f.key)).toEqual(before.map((f) => f.key))
    expect(new Set(after.map((f) => f.party))).toEqual(new Set(['guardian']))
    expect(paper.parties.map((p) => p.key)).toEqual(['guardian'])
    expect(after.find((f) => f.key === 'health')!.label).toBe('What I tell you above is true (Mio Sato)')
    expect(after.find((f) => f.key === 'guest-name')!.preset).toBe('Mio Sato')
    expect(after.find((f) => f.key === 'guardian-name')!.preset).toBeUndefined()
    // What the paper says stays as it was.
    expect(JSON.stringify(paper)).toContain('I bathe at my own risk')
    expect(takesChildren(waiver)).toBe(true)
    expect(takesChildren(paper)).toBe(false)
  })
  it('keeps several children’s answers apart', () => {
    const labels = ['Mio Sato', 'Theo Sato'].flatMap((c) => fieldsOf(signedFor(waiver, c)).map((f) => f.label))
    const asked = labels.filter((l) => /\((Mio|Theo) Sato\)/.test(l))
    expect(new Set(asked).size).toBeGreaterThan(asked.length / 2)
  })
})

describe('who may sign for whom', () => {
  const yuki = { name: 'Yuki Sato', born: '1992-05-14' }
  it.each([
    [yuki, [{ name: 'Mio Sato', born: '2017-03-01' }], null],
    [{ ...yuki, born: '2010-01-01' }, [], { at: null, words: 'guardian-young' }],
    [yuki, [{ name: 'yuki  SATO', born: '1992-05-14' }], { at: 0, words: 'same' }],
    [{ name: 'Yuki Sato', born: null }, [{ name: 'Yuki Sato', born: '2017-03-01' }], { at: 0, words: 'same' }],
    // A daughter with her mother’s name.
    [yuki, [{ name: 'Yuki Sato', born: '2017-03-01' }], null],
    [yuki, [{ name: 'Ken Sato', born: '2000-01-01' }], { at: 0, words: 'of-age' }],
    [
      yuki,
      [
        { name: 'Mio Sato', born: '2017-03-01' },
        { name: 'Mio Sato', born: '2017-03-01' },
      ],
      { at: 1, words: 'twice' },
    ],
  ] as const)('%j for %j: %j', (guardian, children, wrong) =>
    expect(guardianProblem(guardian, children, young)).toEqual(wrong),
  )
})
