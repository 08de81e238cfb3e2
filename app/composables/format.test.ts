import { describe, expect, it } from 'vitest'
import { money, spanWords, whenWords } from './format'

describe('words of the pages', () => {
  it.each([
    [null, null, 'no day yet'],
    ['2026-06-12T16:00', null, 'Fri 12 June 16:00'],
    ['2026-06-12T16:00', '2026-06-12T18:30', 'Fri 12 June 16:00 to 18:30'],
    ['2026-06-12T16:00', '2026-06-14T11:00', 'Fri 12 June 16:00 to Sun 14 June 11:00'],
    ['2026-12-31T16:00', '2027-01-02T11:00', 'Thu 31 December 16:00 to Sat 2 January 2027 11:00'],
  ])('%s to %s: %s', (starts, ends, words) => expect(spanWords(starts, ends, '2026-06-09')).toBe(words))

  it.each([
    ['2026-06-09T12:05:00', '12:05'],
    ['2026-06-07T12:05:00', 'Sun'],
    ['2026-05-01T12:05:00', '1 May'],
    ['2026-06-10T12:05:00', '10 Jun'],
  ])('%s is told as %s on 9 June', (at, words) => expect(whenWords(at, '2026-06-09')).toBe(words))

  it('shows amounts with their currency', () => {
    expect([money(86856, 'GBP'), money(1200, 'JPY'), money(-5, 'EUR')]).toEqual(['£868.56', 'JP¥1,200', '-€0.05'])
  })
})
