import { describe, expect, it } from 'vitest'
import { nameOn, readScan, whoIsOn } from './scan'

const PASSPORT = ['P<UTOERIKSSON<<ANNA<MARIA<<<<<<<<<<<<<<<<<<<', 'L898902C36UTO7408122F1204159ZE184226B<<<<<10']
const LICENCE =
  '@\n\u001e\rANSI 636000080002DL00410288ZA03290015DLDAQT64235789\nDCSFERRER\nDACNADIA\nDADNONE\nDBB06061986\nDBA12102030\n'

describe('what a reader gives at the desk', () => {
  it.each([
    ['in two lines', PASSPORT.join('\n')],
    ['with a reader’s own ends of line', `${PASSPORT.join('\r\n')}\r\n`],
    ['typed without a break', PASSPORT.join('')],
    ['with a space for a break', PASSPORT.join(' ')],
  ])('is a passport, %s', (_, text) => {
    expect(readScan(text, 2026)).toMatchObject({
      kind: 'passport',
      given: 'ANNA MARIA',
      family: 'ERIKSSON',
      born: '1974-08-12',
      badDigits: [],
    })
  })
  it('is a licence, by its barcode', () =>
    expect(readScan(LICENCE, 2026)).toMatchObject({ kind: 'driving licence', family: 'FERRER', born: '1986-06-06' }))
  it.each(['', '4006381333931', 'https://upwold.example/s/abc', PASSPORT[0]!, 'x'.repeat(5_000)])(
    'is nothing of the kind: %.30s',
    (text) => expect(readScan(text, 2026)).toBeNull(),
  )
  it('says which digits don’t fit', () =>
    expect(readScan(PASSPORT.join('\n').replace('7408122', '7408123'), 2026)!.badDigits).toContain('day of birth'))
  it('has a name as people write it', () => {
    expect(nameOn({ given: 'ANNA MARIA', family: 'O’NEILL-SMITH' })).toBe('Anna Maria O’Neill-Smith')
    expect(nameOn({ given: '', family: 'ØSTBY' })).toBe('Østby')
  })
  it('is of whoever is called so and as old, not of their namesake child', () => {
    const document = readScan(LICENCE, 2026)!
    const visits = [
      { id: 1, name: 'Nadia Ferrer', age: 40 },
      { id: 2, name: 'Nadia Ferrer', age: 12 },
      { id: 3, name: 'Nadia Ferrer', age: null },
      { id: 4, name: 'Nora Ferrer', age: 40 },
    ]
    expect(whoIsOn(document, visits, '2026-06-14').map((v) => v.id)).toEqual([1, 3])
  })
})
