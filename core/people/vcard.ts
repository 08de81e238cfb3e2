import ICAL from 'ical.js'
import type { Person } from './person'

/** Quoted-printable of a vCard 2.1, as phones still write it (RFC 2045, 6.7), with the lines it runs over. */
function plainLines(text: string): string {
  const whole = text.replace(/=\r?\n(?=\S)/g, '')
  return whole
    .split(/\r?\n/)
    .map((line) => {
      // Version 2.1 names types bare: TEL;CELL:…
      const typed = line.replace(
        /^([A-Z-]+)((?:;[^:]*)?):/i,
        (_, name: string, more: string) => `${name}${more.replace(/;([A-Z-]+)(?=;|$)/gi, ';TYPE=$1')}:`,
      )
      const head = /^([^:]*);ENCODING=QUOTED-PRINTABLE([^:]*):(.*)$/i.exec(typed)
      if (!head) return typed
      const bytes = head[3]!.replace(/=([0-9A-F]{2})/gi, (_, hex: string) =>
        String.fromCharCode(Number.parseInt(hex, 16)),
      )
      const charset = /CHARSET=([\w-]+)/i.exec(`${head[1]}${head[2]}`)?.[1] ?? 'utf-8'
      let words = bytes
      try {
        words = new TextDecoder(charset).decode(Uint8Array.from(bytes, (c) => c.charCodeAt(0)))
      } catch {
        // A charset nobody knows: the letters stay as they came.
      }
      return `${head[1]!.replace(/;CHARSET=[\w-]+/i, '')}:${words.replace(/\r?\n/g, '\\n')}`
    })
    .join('\r\n')
}

const textOf = (value: unknown): string => (Array.isArray(value) ? value.flat().join(' ') : String(value ?? '')).trim()
/** The first of several, the preferred one before others. */
function best(card: ICAL.Component, name: string, liked: RegExp = /pref/i): string {
  const all = card.getAllProperties(name)
  const typed =
    all.find((p) => liked.test(textOf(p.getParameter('type')))) ?? all.find((p) => p.getParameter('pref')) ?? all[0]
  return typed ? textOf(typed.getFirstValue()).replace(/^(tel|mailto):/i, '') : ''
}

function personOf(card: ICAL.Component): Person {
  const n = card.getFirstPropertyValue('n') as unknown
  const parts = Array.isArray(n) ? n.map(textOf) : []
  const organisation = textOf(card.getFirstPropertyValue('org'))
  const own = textOf(card.getFirstPropertyValue('fn')) || [parts[1], parts[0]].filter(Boolean).join(' ')
  const isOrganisation =
    /org/i.test(textOf(card.getFirstPropertyValue('kind'))) || (!parts.some(Boolean) && !!organisation)
  const adr = card.getFirstPropertyValue('adr') as unknown
  const [, , street, town, region, postcode, country] = Array.isArray(adr) ? adr.map(textOf) : []
  const born = textOf(card.getFirstPropertyValue('bday'))
    .replace(/^(\d{4})(\d{2})(\d{2}).*$/, '$1-$2-$3')
    .slice(0, 10)
  return {
    name: (own || organisation).slice(0, 200),
    email: best(card, 'email').toLowerCase().slice(0, 320),
    phone: best(card, 'tel', /pref|cell/i).slice(0, 40),
    address: [street, [postcode, town].filter(Boolean).join(' '), region, country]
      .filter(Boolean)
      .join('\n')
      .slice(0, 500),
    kind: isOrganisation ? 'organisation' : 'person',
    born: /^\d{4}-\d{2}-\d{2}$/.test(born) ? born : null,
  }
}

/** The people of a file of cards (vCard 2.1, 3.0 and 4.0); `left` counts those that can't be read. */
export function fromVcards(text: string, most: number): { people: Person[]; left: number } {
  const cards = plainLines(text).match(/BEGIN:VCARD[\s\S]*?END:VCARD/gi) ?? []
  if (cards.length > most)
    throw new Error(`There are more than ${most.toLocaleString('en')} people in this file. Bring it in in parts.`)
  let left = 0
  const people = cards.flatMap((card) => {
    try {
      return [personOf(new ICAL.Component(ICAL.parse(card) as unknown[]))]
    } catch {
      left += 1
      return []
    }
  })
  if (!people.length) throw new Error('No card in this file can be read. Export it anew as vCard 3 or 4, or as CSV.')
  return { people, left }
}

/** People as cards (vCard 4.0, RFC 6350). */
export function toVcards(people: readonly (Person & { id: string })[]): string {
  return people
    .map((p) => {
      const card = new ICAL.Component(['vcard', [], []])
      const put = (name: string, value: string | string[]) => {
        const property = new ICAL.Property(name, card)
        property.setValue(value as string)
        card.addProperty(property)
      }
      put('version', '4.0')
      put('uid', `urn:upwold:${p.id}`)
      put('kind', p.kind === 'organisation' ? 'org' : 'individual')
      put('fn', p.name)
      if (p.email) put('email', p.email)
      if (p.phone) put('tel', p.phone)
      if (p.address) put('adr', ['', '', p.address, '', '', '', ''])
      if (p.born) put('bday', p.born)
      return `${card.toString()}\r\n`
    })
    .join('')
}
