import { isMail } from '../fields/mail'
import { type Grid, overlong, overlongWords, readGrid } from '../tables/grid'
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

/** A list as it was read; `n` of a problem is the line of the file, and `lines` has that of each row. */
export interface ReadList {
  rows: ListRow[]
  lines: number[]
  problems: LineProblem[]
}

/** The rows of a CSV with a head, as {@link readGrid} reads any table. A cell that begins like a formula is taken as the text it is. */
export function readList(csv: string): ReadList | ListRefusal {
  let grid: Grid
  try {
    grid = readGrid(csv, MOST_ROWS)
  } catch (error) {
    return { refused: (error as Error).message, todo: 'Mend the file and choose it again.' }
  }
  const heads = grid.heads.map((h) => h.toLowerCase())
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
  const twice = heads.find((h, i) => h && heads.indexOf(h) !== i)
  if (twice)
    return {
      refused: `Two columns are called “${twice.slice(0, 60)}”, so it can’t be said which one is meant.`,
      todo: 'Name each column differently.',
    }
  if (grid.rows.length === 0) return { refused: 'There is nobody on the list.', todo: 'Add at least one line.' }
  if (grid.rows.length > MOST_ROWS)
    return {
      refused: `The list has more than ${MOST_ROWS} people; that many go at once. Split it.`,
      todo: 'Split the list.',
    }
  const seen = new Map<string, number>()
  const problems: LineProblem[] = []
  const rows = grid.rows.map((given): ListRow => {
    const { line, cells } = given
    const cell = (key: string | undefined) =>
      (key ? (cells[heads.indexOf(key)] ?? '') : '')
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
    const problem = overlong(given, heads.length) ? overlongWords(given, heads.length) : problemOf(line, row, seen)
    if (problem) problems.push({ n: line, problem })
    else seen.set(addressOf(row), line)
    return row
  })
  return { rows, lines: grid.rows.map((r) => r.line), problems }
}
