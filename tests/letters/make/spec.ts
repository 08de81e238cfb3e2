/** A letter as somebody means it, before any program writes it. */
export interface Cell {
  text: string
  across: number
  down: number
}
export type Part =
  | { t: 'heading'; level: 1 | 2; text: string }
  | { t: 'words'; text: string; bold?: string; note?: string }
  | { t: 'list'; ordered: boolean; items: { text: string; inner: string[] }[] }
  | { t: 'table'; columns: number; rows: Cell[][] }
  | { t: 'page' }
export interface LetterSpec {
  title: string
  header: string
  footer: string
  parts: Part[]
}

/** Numbers from a seed, each between 0 and 1 (mulberry32). */
export function numbersFrom(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const SENTENCES = [
  'The barrel and its stove are brought to the meadow by noon on the first day.',
  'The hirer sees to it that nobody under twelve is left alone in the water.',
  'A deposit of £150.00 is held until the goods have come back clean.',
  'Wood for two evenings is included; more is £9.50 a bag.',
  'Der Mieter haftet für Schäden, die über die übliche Abnutzung hinausgehen.',
  'Le locataire rend le matériel propre, sec et complet — « sans exception ».',
  'El arrendatario avisará con 48 horas de antelación si la visita se aplaza.',
  'Nothing in these terms takes away a right that cannot be signed away.',
  'If it freezes, or the wind is above 20 m/s, the day moves to another.',
  'Notice is given in writing to hire@larkmoor.example or to the address above.',
  'Ladders & steps stay in place; they are not to be moved (see § 4).',
  'The place is reached by Sedge Lane, which is closed to lorries of more than 7.5 t.',
]
const HEADS = ['The hire', 'Payment', 'Care of the goods', 'Weather', 'Liability', 'Cancelling', 'Signatures', 'Data']
const NOTES = ['Counted from midnight.', 'Prices as of 1 May 2026.', 'See the plan of the meadow.']
const ITEMS = ['Barrel sauna', 'Stove', 'Steps', 'Cold tub', 'Robes', 'Lanterns']

/** A letter from a number: headings, words with notes, lists within lists, tables with merged cells. */
export function letterSpec(seed: number): LetterSpec {
  const next = numbersFrom(seed * 7919 + 13)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  const chance = (p: number) => next() < p
  const words = (): Part => {
    const text = Array.from({ length: 1 + Math.floor(next() * 3) }, () => pick(SENTENCES)).join(' ')
    return {
      t: 'words',
      text,
      ...(chance(0.3) ? { bold: pick(HEADS) } : {}),
      ...(chance(0.25) ? { note: pick(NOTES) } : {}),
    }
  }
  const list = (): Part => ({
    t: 'list',
    ordered: chance(0.6),
    items: Array.from({ length: 2 + Math.floor(next() * 3) }, () => ({
      text: pick(SENTENCES),
      inner: chance(0.4) ? [pick(SENTENCES), pick(SENTENCES)] : [],
    })),
  })
  const table = (): Part => {
    const one = (text: string, across = 1, down = 1): Cell => ({ text, across, down })
    const rows: Cell[][] = [[one('Item'), one('Days'), one('Price')]]
    for (let i = 0; i < 3; i += 1)
      rows.push([one(pick(ITEMS)), one(String(1 + i)), one(`£${(40 + i * 13).toFixed(2)}`)])
    if (chance(0.6)) rows.push([one('Everything together', 2), one('£420.00')])
    if (chance(0.6)) rows.push([one('Wood', 1, 2), one('2'), one('£19.00')], [one('each further bag'), one('£9.50')])
    return { t: 'table', columns: 3, rows }
  }
  const parts: Part[] = []
  for (let i = 0; i < 4 + Math.floor(next() * 3); i += 1) {
    parts.push({ t: 'heading', level: chance(0.3) ? 2 : 1, text: pick(HEADS) }, words())
    if (chance(0.5)) parts.push(list())
    if (chance(0.45)) parts.push(table())
    if (chance(0.12)) parts.push({ t: 'page' })
    parts.push(words())
  }
  return {
    title: `Hire of a sauna, ${seed}`,
    header: 'Larkmoor Saunas · Sedge Lane 4',
    footer: 'Terms of hire, edition of May 2026',
    parts,
  }
}
