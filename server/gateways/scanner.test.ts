import { expect, it } from 'vitest'
import { nameOn, readScan } from '../../core/identity/scan'
import { SCANNER_SPECIMENS } from './scanner'

it('the stand-in scanner types documents whose check digits fit, each of whom it says', () => {
  for (const { name, text } of SCANNER_SPECIMENS) {
    const read = readScan(text, 2026)!
    expect(read.badDigits, name).toEqual([])
    expect(name).toContain(nameOn(read))
  }
  expect(readScan(SCANNER_SPECIMENS[2]!.text, 2026)!.expires).toBe('2024-01-01')
})
