import { describe, expect, it } from 'vitest'
import { isPhone } from './phone'

describe('a phone number', () => {
  it.each([
    '+44 7700 900112',
    '07700 900112',
    '020 7946 0018',
    '+49 (30) 23125-042',
    '030 23125042',
    '0151 23125042',
    '01 70 18 04 12',
    '912 345 678',
    '(212) 555-0142',
    '+61 491 570 006',
    '+353 1 555 0123',
    '+91 98765 43210',
  ])('%s can be one', (text) => expect(isPhone(text)).toBe(true))

  it.each(['', 'none', '12', '+44', '+44 7700 900112 99999', '+91 12', '07700 900112 x', 'call 020 7946 0018'])(
    '%j can’t',
    (text) => expect(isPhone(text)).toBe(false),
  )
})
