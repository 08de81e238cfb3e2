import { ageOn } from '../people/age'
import { readLicence } from './licence'
import { readMrz } from './mrz'
import { sameName } from './names'
import type { ReadDocument } from './read'

/** What a reader at the desk may give: a machine-readable zone, or the barcode of a licence. Null when it is neither. */
export function readScan(text: string, year: number): ReadDocument | null {
  const licence = readLicence(text)
  if (licence) return licence
  const run = text.replace(/\s+/g, '\n').trim()
  const lines = run.split('\n').filter(Boolean)
  // Readers that type often leave the breaks out: the length says which format it is.
  const whole = lines.join('')
  const cut = { 88: 44, 72: 36, 90: 30 }[whole.length]
  return readMrz(cut ? (whole.match(new RegExp(`.{${cut}}`, 'g')) ?? []) : lines, year)
}

const SMALL = /(?<=[\s\-'’]|^)\p{L}/gu
/** The name on a document as people write it: given name first, no capitals throughout. */
export function nameOn({ given, family }: Pick<ReadDocument, 'given' | 'family'>): string {
  const cased = (t: string) => t.toLowerCase().replace(SMALL, (l) => l.toUpperCase())
  return [given, family]
    .map((n) => cased(n.trim()))
    .filter(Boolean)
    .join(' ')
}

/** Those a document may be of: named closely the same, and as old as it says on that day, where both are known. */
export function whoIsOn<V extends { name: string; age: number | null }>(
  document: Pick<ReadDocument, 'given' | 'family' | 'born'>,
  visits: readonly V[],
  day: string,
): V[] {
  const name = nameOn(document)
  const age = document.born ? ageOn(document.born, day) : null
  return visits.filter((v) => (v.age === null || age === null || v.age === age) && sameName(name, v.name, 'close'))
}
