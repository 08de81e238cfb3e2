import Papa from 'papaparse'
import { isMail } from '../fields/mail'
import { isPhone } from '../text/phone'

/** The most people one list goes to. */
const MOST_ROWS = 1000

/** One person of a list: how they are reached, and the values of the other columns by their heads. */
export interface ListRow {
  name: string
  email: string
  phone: string
  values: Record<string, string>
}

/** Why a line of a list can't be sent to; `n` is its line in the file, the head being the first. */
export interface LineProblem {
  n: number
  problem: string
}

/** Why a list can't be read at all, and what to do about it. */
interface ListRefusal {
  refused: string
  todo: string
}

/** What the columns of a list may be called, in the languages people keep theirs in. */
export const NAME = ['name', 'full name', 'nom', 'nombre', 'nome', 'imię i nazwisko']
export const FIRST = ['first name', 'first', 'given name', 'vorname', 'prénom']
export const LAST = ['last name', 'surname', 'family name', 'nachname']
export const EMAIL = ['email', 'e-mail', 'mail', 'e-mail address', 'email address', 'correo', 'adresse e-mail']
export const PHONE = ['phone', 'mobile', 'telephone', 'tel', 'telefon', 'téléphone', 'teléfono', 'telefone']

/** What tells one address of a list from another. */
export const addressOf = (row: ListRow): string => row.email.toLowerCase() || row.phone.replace(/\D/g, '')

/** Why a row can't be sent to, beside those whose addresses are taken; null when it can. */
export function problemOf(n: number, row: ListRow, seen: ReadonlyMap<string, number>): string | null {
  const taken = seen.get(addressOf(row))
  if (!row.name) return `Line ${n}: no name.`
  if (/\uFFFD/.test(row.name)) return `Line ${n}: “${row.name}” has letters that were lost. Save the list as UTF-8.`
  if (row.email && !isMail(row.email)) return `Line ${n}: “${row.email}” is not an e-mail address.`
  if (!row.email && !isPhone(row.phone)) return `Line ${n}: ${row.name} has no address to be reached at.`
  return taken === undefined ? null : `Line ${n}: the same address as line ${taken}.`
}

/**
 * The rows of a CSV with a head: separated by comma, semicolon or tab; a byte order mark and either kind of line end are
 * fine. A cell that begins like a formula is taken as the text it is.
 */
export function readList(csv: string): { rows: ListRow[]; problems: LineProblem[] } | ListRefusal {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    // One more than goes at once is enough to know that there are too many.
    preview: MOST_ROWS + 1,
    transformHeader: (h) => h.trim().toLowerCase(),
  })
  const heads = parsed.meta.fields ?? []
  const named = (names: string[]) => heads.find((h) => names.includes(h))
  const [name, first, last, email, phone] = [NAME, FIRST, LAST, EMAIL, PHONE].map(named)
  if (!name && !first)
    return {
      refused: 'The first line has to name the columns, one of them “name”. Then come the people, one a line.',
      todo: 'Name the columns in the first line: name, email, phone.',
    }
  if (!email && !phone)
    return {
      refused: 'There is no column “email” or “phone”, so nobody on the list can be reached.',
      todo: 'Add a column named email or phone.',
    }
  if (parsed.data.length === 0) return { refused: 'There is nobody on the list.', todo: 'Add at least one line.' }
  if (parsed.data.length > MOST_ROWS)
    return {
      refused: `The list has more than ${MOST_ROWS} people; that many go at once. Split it.`,
      todo: 'Split the list.',
    }
  const seen = new Map<string, number>()
  const problems: LineProblem[] = []
  const rows = parsed.data.map((cells, i): ListRow => {
    const cell = (key: string | undefined) =>
      (key ? (cells[key] ?? '') : '')
        .replace(/[\u0000-\u001f]/g, ' ')
        .trim()
        .slice(0, 200)
    const row: ListRow = {
      name: cell(name) || [cell(first), cell(last)].filter(Boolean).join(' '),
      email: cell(email),
      phone: cell(phone),
      values: Object.fromEntries(
        heads.filter((h) => h && ![name, first, last, email, phone].includes(h)).map((h) => [h, cell(h)]),
      ),
    }
    const n = i + 2
    const wrong = parsed.errors.find((e) => e.row === i && e.code !== 'TooFewFields')
    const problem = wrong ? `Line ${n}: ${wrong.message}.` : problemOf(n, row, seen)
    if (problem) problems.push({ n, problem })
    else seen.set(addressOf(row), n)
    return row
  })
  return { rows, problems }
}
