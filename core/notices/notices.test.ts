import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { roles } from '../members/rights'
import { noticeKinds, noticeWays, waysOf } from './notices'

describe('what a member is told by', () => {
  it('is what they chose, else what their role begins with', () => {
    const none = { choices: null, phone: '' }
    expect(waysOf('money', { ...none, role: 'owner' })).toEqual(['here', 'mail'])
    expect(waysOf('money', { ...none, role: 'manager' })).toEqual(['here'])
    expect(waysOf('money', { ...none, role: 'staff' })).toEqual([])
    expect(waysOf('mine', { ...none, role: 'front desk' })).toEqual(['here', 'mail'])
    expect(waysOf('money', { choices: { money: ['daily'] }, phone: '', role: 'owner' })).toEqual(['daily'])
  })

  it('never a text without a number, nor the same by mail and in the letter of the day', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...noticeKinds),
        fc.constantFrom(...roles),
        fc.subarray([...noticeWays]),
        fc.constantFrom('', '+44 1632 960 508'),
        (kind, role, chosen, phone) => {
          const ways = waysOf(kind, { choices: { [kind]: chosen }, role, phone })
          expect(ways.includes('text')).toBe(chosen.includes('text') && phone !== '')
          expect(ways.includes('mail') && ways.includes('daily')).toBe(false)
          expect(ways.every((w) => chosen.includes(w))).toBe(true)
        },
      ),
    )
  })
})
