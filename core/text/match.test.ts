import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hitPieces, wordsQuery } from './match'

describe('what an index of words is asked for', () => {
  it('is each word as a beginning, whatever signs stand around', () => {
    expect(wordsQuery('gate, "wi* OR (x')).toBe('"gate"* "wi"* "OR"* "x"*')
    expect(wordsQuery(' -*" ')).toBe('')
  })
  it('never has a sign of its language from what was typed', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (s) => /^(?:"[\p{L}\p{N}]+"\*(?: |$))*$/u.test(wordsQuery(s))))
  })
})

describe('a line with what was found', () => {
  it('is the line again, piece by piece', () => {
    expect(hitPieces('the \u0001gate\u0002 is')).toEqual([
      { text: 'the ', hit: false },
      { text: 'gate', hit: true },
      { text: ' is', hit: false },
    ])
    expect(hitPieces('nothing')).toBeNull()
  })
})
