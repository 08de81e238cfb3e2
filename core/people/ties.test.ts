import { describe, expect, it } from 'vitest'
import { refuseTie } from './ties'

describe('a tie', () => {
  const ofAge = (born: string) => born < '2008-06-14'
  const person = (id: string, born: string | null = null) => ({ id, kind: 'person' as const, born })
  const firm = { id: 'f', kind: 'organisation' as const, born: null }
  it.each([
    ['works-at', person('a'), firm, null],
    ['works-at', person('a'), person('b'), /organisation/],
    ['works-at', firm, firm, /themselves/],
    ['works-at', firm, { ...firm, id: 'g' }, /Only a person/],
    ['guardian-of', person('a'), person('b', '2013-01-02'), null],
    ['guardian-of', person('a', '1990-01-01'), person('b'), null],
    ['guardian-of', person('a', '2010-01-01'), person('b', '2013-01-02'), /grown up/],
    ['guardian-of', person('a'), person('b', '1999-01-02'), /no guardian/],
    ['guardian-of', person('a'), firm, /of people/],
    ['guardian-of', person('a'), person('a'), /themselves/],
  ] as const)('%s %o, %o: %s', (kind, from, to, why) => {
    const said = refuseTie(kind, from, to, ofAge)
    if (why === null) expect(said).toBeNull()
    else expect(said).toMatch(why)
  })
})
