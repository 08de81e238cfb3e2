import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainCell } from '../text/spreadsheet'
import { matchPeople } from './match'
import type { Person } from './person'
import { MOST_ROWS, encodingOf } from '../tables/table'
import { guessPeople, personOf, readPeople, refusePerson } from './table'
import { fromVcards, toVcards } from './vcard'

const WHERE = { locale: 'de-DE', today: '2026-11-29' }
const bytes = (text: string) => new TextEncoder().encode(text)
const CSV =
  'Vorname;Nachname;Firma;E-Mail;Telefon;Straße;PLZ;Ort;Geburtsdatum;Farbe\r\nJürgen;Großmann;;J.Gross@Example.example;030 23125 001;Am Anger 1;00000;Nirgendwo;12.4.1980;rot'
const PETRA: Person = {
  name: 'Jürgen Großmann',
  email: 'j.gross@example.example',
  phone: '030 23125 001',
  address: 'Am Anger 1\n00000 Nirgendwo',
  kind: 'person',
  born: '1980-04-12',
}
function csv(file: Uint8Array, as?: Parameters<typeof readPeople>[1]): Person[] {
  const read = readPeople(file, as)
  if (read.of !== 'csv') throw new Error('not a table')
  return read.rows.map((r) => personOf(r, guessPeople(read.heads), WHERE))
}
const utf16 = (text: string, big: boolean) => {
  const out = new Uint8Array(2 + text.length * 2)
  const view = new DataView(out.buffer)
  view.setUint16(0, 0xfeff, !big)
  ;[...text].forEach((c, i) => view.setUint16(2 + i * 2, c.charCodeAt(0), !big))
  return out
}

describe('a table of people', () => {
  it.each([
    ['UTF-8', bytes(CSV), undefined],
    ['UTF-8 with its mark', bytes(`\uFEFF${CSV}`), undefined],
    ['UTF-16, little end first', utf16(CSV, false), undefined],
    ['UTF-16, big end first', utf16(CSV, true), undefined],
    ['Windows-1252', Uint8Array.from(CSV, (c) => c.charCodeAt(0)), undefined],
    ['ISO-8859-15, as said', Uint8Array.from(CSV, (c) => c.charCodeAt(0)), 'iso-8859-15'],
  ] as const)('says the same in %s', (_, file, as) => expect(csv(file, as)).toEqual([PETRA]))

  it('tells UTF-8 from what only looks like it', () => {
    expect(encodingOf(bytes('ä'))).toBe('utf-8')
    expect(encodingOf(Uint8Array.of(0xe4, 0x20))).toBe('windows-1252')
  })
  it('takes a firm for a firm, and somebody of a firm for themself', () => {
    const [a, b] = csv(bytes('Name,Company\n,Zelt & Licht\nPetra Brunner,Zelt & Licht'))
    expect([a!.kind, a!.name, b!.kind, b!.name]).toEqual(['organisation', 'Zelt & Licht', 'person', 'Petra Brunner'])
  })
  it('reads what looks like a formula as the text it is, and as it was written out', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 20 }), (cell) => {
        const text = cell.trim()
        expect(personOf([plainCell(text)], ['name'], WHERE).name).toBe(text)
      }),
      { examples: [["'%"], ["''=1"], ["'a"], ['=1']] },
    )
  })
  it('says who can’t be brought in and why', () => {
    expect(refusePerson({ ...PETRA, name: '' })).toContain('no name')
    expect(refusePerson({ ...PETRA, name: 'J\uFFFDrgen' })).toContain('encoding')
    expect(refusePerson({ ...PETRA, email: 'nowhere' })).toContain('no e-mail')
    expect(refusePerson(PETRA)).toBeNull()
  })
  it('of nobody, or of too many, is refused as a whole', () => {
    expect(() => readPeople(bytes('name,email\n'))).toThrow('no people')
    expect(() => readPeople(bytes(`name\n${'x\n'.repeat(MOST_ROWS + 1)}`))).toThrow('more than 20,000')
    expect(() => readPeople(new Uint8Array())).toThrow('no people')
  })
})

describe('cards', () => {
  const phone = [
    'BEGIN:VCARD',
    'VERSION:2.1',
    'N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:M=C3=BCller;J=C3=BCrgen;;;',
    'FN;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:J=C3=BCrgen =',
    'M=C3=BCller',
    'TEL;HOME:030 000',
    'TEL;CELL:+4930231250',
    'END:VCARD',
    '',
  ].join('\r\n')
  it('of a phone are read, also those of version 2.1', () => {
    const { people, left } = fromVcards(`${phone}BEGIN:VCARD\r\nrubbish\r\nEND:VCARD\r\n`, 10)
    expect([people[0]!.name, people[0]!.phone, left]).toEqual(['Jürgen Müller', '+4930231250', 1])
    expect(() => fromVcards('BEGIN:VCARD\r\nx\r\nEND:VCARD', 10)).toThrow('No card')
    expect(() => fromVcards(phone.repeat(3), 2)).toThrow('more than 2')
  })
  it('come back as they were written', () => {
    const word = fc.stringMatching(/^[A-Za-zÄöüß'&,;:. -]{1,30}$/).map((s) => s.trim() || 'x')
    fc.assert(
      fc.property(
        word,
        word,
        fc.constantFrom('person' as const, 'organisation' as const),
        fc.option(fc.constantFrom('1980-04-12', '2001-12-31')),
        (name, street, kind, born) => {
          const one: Person = {
            name,
            email: 'a@b.example',
            phone: '+44 1632 960100',
            address: `${street}\nTown`,
            kind,
            born,
          }
          expect(fromVcards(toVcards([{ ...one, id: 'x' }]), 5).people).toEqual([one])
        },
      ),
    )
  })
})

describe('who is who', () => {
  const ines = { id: '1', name: 'Ines Marlow', email: 'ines@marlow.example', phone: '+44 1632 960101' }
  it.each([
    ['the same mailbox and name', { name: 'MARLOW, Inés', email: 'Ines@Marlow.example', phone: '' }, '1'],
    ['the same number, written as at home', { name: 'Ines Marlow', email: '', phone: '01632 960101' }, '1'],
    ['a mailbox two of a family share', { name: 'Tom Marlow', email: 'ines@marlow.example', phone: '' }, null],
    ['a name alone', { name: 'Ines Marlow', email: '', phone: '' }, null],
  ])('%s', (_, p, id) => expect(matchPeople([p], [ines])).toEqual([id]))

  it('finds everybody a second time, whatever the order', () => {
    const people = fc.uniqueArray(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 40 })
    fc.assert(
      fc.property(people, (numbers) => {
        const list = numbers.map((n) => ({ name: `Person ${n}`, email: `p${n}@b.example`, phone: '' }))
        const known = list.map((p, i) => ({ ...p, id: `k${i}` }))
        expect(matchPeople([...list].reverse(), known)).toEqual(known.map((k) => k.id).reverse())
        expect(matchPeople([...list, ...list], []).slice(list.length)).toEqual(list.map((_, i) => i))
      }),
    )
  })
})
