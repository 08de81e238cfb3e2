import { parse } from 'mrz'
import type { ReadDocument } from './read'

/** Two-digit years: births lie in the past, expiries within fifty years (ICAO 9303-3, 4.8). */
function dayFrom(yymmdd: string, pivot: number): string | null {
  if (!/^\d{6}$/.test(yymmdd)) return null
  const yy = Number(yymmdd.slice(0, 2))
  const day = `${yy > pivot ? 1900 + yy : 2000 + yy}-${yymmdd.slice(2, 4)}-${yymmdd.slice(4, 6)}`
  return Number.isNaN(Date.parse(`${day}T00:00:00Z`)) ? null : day
}

const GUARDED: Record<string, string> = {
  documentNumberCheckDigit: 'document number',
  birthDateCheckDigit: 'day of birth',
  expirationDateCheckDigit: 'day of expiry',
  personalNumberCheckDigit: 'personal number',
  compositeCheckDigit: 'the whole',
}

/**
 * A machine-readable zone (ICAO 9303 parts 4 to 6: TD3 two lines of 44, TD2 two of 36, TD1 three of 30). Null when the
 * lines are none. `year` is the present one: it tells this century's births from the last's.
 */
export function readMrz(lines: readonly string[], year: number): ReadDocument | null {
  const clean = lines.map((l) => l.toUpperCase().replace(/[^A-Z0-9<]/g, ''))
  let result: ReturnType<typeof parse>
  try {
    result = parse(clean)
  } catch {
    return null
  }
  const { fields, details, format } = result
  const name = { given: fields.firstName ?? '', family: fields.lastName ?? '' }
  if (!name.given && !name.family) return null
  const raw = (field: string): string => {
    const d = details.find((x) => x.field === field)
    return d ? (clean[d.line] ?? '').slice(d.start, d.end) : ''
  }
  return {
    kind: format === 'TD3' ? 'passport' : 'identity card',
    ...name,
    number: fields.documentNumber ?? raw('documentNumber').replace(/<+$/, ''),
    born: dayFrom(raw('birthDate'), year % 100),
    expires: dayFrom(raw('expirationDate'), (year % 100) + 50),
    badDigits: details.filter((d) => d.field && GUARDED[d.field] && !d.valid).map((d) => GUARDED[d.field!]!),
  }
}
