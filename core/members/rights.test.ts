import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RIGHTS_OF, type Standing, mayAny, refuseStanding, rights, rightsOf, roles } from './rights'

const anybody: fc.Arbitrary<Standing> = fc.record({
  role: fc.constantFrom(...roles),
  may: fc.option(fc.subarray([...rights])),
})

describe('what a member may do', () => {
  it('is what the role says until something else is set, and for owners always everything', () => {
    expect(rightsOf({ role: 'bookkeeper', may: null })).toEqual(['money', 'book'])
    expect(rightsOf({ role: 'bookkeeper', may: ['jobs', 'money'] })).toEqual(['jobs', 'money'])
    expect(rightsOf({ role: 'owner', may: [] })).toEqual(rights)
    expect(mayAny({ role: 'front desk', may: null }, ['papers', 'desk'])).toBe(true)
    expect(mayAny({ role: 'front desk', may: null }, ['papers'])).toBe(false)
  })
  it('begins with only known rights, each once', () => {
    for (const role of roles) expect(RIGHTS_OF[role]).toEqual(rights.filter((r) => RIGHTS_OF[role].includes(r)))
  })
  it('never grows by what somebody else does not have', () => {
    fc.assert(
      fc.property(anybody, fc.option(anybody), fc.option(anybody), (by, before, after) => {
        if (refuseStanding(by, before, after)) return
        const mine = rightsOf(by)
        for (const s of [before, after]) for (const r of s ? rightsOf(s) : []) expect(mine).toContain(r)
        if (by.role !== 'owner') for (const s of [before, after]) expect(s?.role).not.toBe('owner')
      }),
    )
  })
  it('is said by nobody who may not say who works here, and by owners to anybody', () => {
    fc.assert(
      fc.property(anybody, fc.option(anybody), fc.option(anybody), (by, before, after) => {
        const refused = refuseStanding(by, before, after)
        if (by.role === 'owner') expect(refused).toBeNull()
        else if (!rightsOf(by).includes('members')) expect(refused).not.toBeNull()
      }),
    )
  })
})
