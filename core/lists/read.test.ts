import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { readList } from './read'

const read = (csv: string) => {
  const got = readList(csv)
  if ('refused' in got) throw new Error(got.refused)
  return got
}

describe('a list', () => {
  it.each([',', ';', '\t'])('is read whether its columns are told apart by %j', (by) => {
    const csv = [
      ['Name', 'E-Mail', 'Telefon', 'Tent'],
      ['Ines Marlow', 'ines@marlow.example', '', 'B2'],
    ]
      .map((r) => r.join(by))
      .join('\r\n')
    expect(read(`\uFEFF${csv}\r\n`)).toEqual({
      rows: [{ name: 'Ines Marlow', email: 'ines@marlow.example', phone: '', values: { tent: 'B2' } }],
      lines: [2],
      problems: [],
    })
  })

  it('puts a first and a last name together', () => {
    expect(read('Vorname;Nachname;Email\nUte;Brandt;ute@brandt.example').rows[0]!.name).toBe('Ute Brandt')
  })

  it('takes what looks like a formula as the text it is', () => {
    expect(read('name,email\n"=HYPERLINK(1)",a@b.example').rows[0]!.name).toBe('=HYPERLINK(1)')
  })

  it.each([
    [',a@b.example', 'no name'],
    ['Ute,not an address', 'is not an e-mail address'],
    ['Ute,', 'has no address to be reached at'],
    ['\uFFFDte,a@b.example', 'Save the list as UTF-8'],
  ])('says what is wrong with %j', (line, words) => {
    expect(read(`name,email\n${line}`).problems).toEqual([{ n: 2, problem: expect.stringContaining(words) as string }])
  })

  it('says of the second of two with one address where the first stands', () => {
    const { problems } = read('name,email\nA,a@b.example\nB,A@B.example\nC,c@b.example')
    expect(problems).toEqual([{ n: 3, problem: 'Line 3: the same address as line 2.' }])
  })

  it.each([
    ['email\na@b.example', 'has to name the columns'],
    ['name\nInes', 'no column “email” or “phone”'],
    ['name,email\n', 'nobody on the list'],
    [`name,email\n${Array.from({ length: 1001 }, (_, i) => `P,p${i}@b.example`).join('\n')}`, 'more than 1000'],
  ])('%# is refused as a whole, with what to do', (csv, words) => {
    expect(readList(csv)).toEqual({
      refused: expect.stringContaining(words) as string,
      todo: expect.any(String) as string,
    })
  })

  it('comes back as it was written, whatever stands in its cells', () => {
    const cell = fc
      .string({ minLength: 1, maxLength: 30 })
      .map((s) => s.replace(/[\u0000-\u001f\uFFFD\uFEFF]/g, '').trim() || 'x')
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 20 }), (people) => {
        const written = people.map(([name, note], i) => ({ name, email: `p${i}@b.example`, note }))
        expect(read(Papa.unparse(written)).rows.map((r) => [r.name, r.email, r.values.note])).toEqual(
          written.map((w) => [w.name, w.email, w.note]),
        )
      }),
    )
  })
})
