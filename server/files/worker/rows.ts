import { fromCalendar } from '../../../core/jobs/calendar'
import type { JobRow } from '../../../core/jobs/table'
import { type PeopleFile, readPeople } from '../../../core/people/table'
import { type Encoding, MOST_ROWS, type Table, encodingOf, readTable, textOf } from '../../../core/tables/table'
import Papa from 'papaparse'
import readXlsxFile from 'read-excel-file/node'
import { Refused } from './refused'
import { openZip } from './zip'

/** What files of records hold, by what they are of. */
export interface RowsFile {
  people: PeopleFile
  items: Table
  jobs: Table | { of: 'icalendar'; encoding: Encoding; jobs: JobRow[]; left: number }
}
/** A file of records to be read; times are told where the business is. */
export interface RowsTask {
  of: keyof RowsFile
  bytes: Uint8Array
  encoding?: Encoding
  timeZone?: string
}
const READ: { [K in keyof RowsFile]: (bytes: Uint8Array, encoding: Encoding, timeZone: string) => RowsFile[K] } = {
  people: readPeople,
  items: (bytes, encoding) => readTable(textOf(bytes, encoding), encoding, 'items'),
  jobs(bytes, encoding, timeZone) {
    const text = textOf(bytes, encoding)
    return /^\s*BEGIN:VCALENDAR/i.test(text)
      ? { of: 'icalendar', encoding, ...fromCalendar(text, timeZone, MOST_ROWS) }
      : readTable(text, encoding, 'jobs')
  },
}

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4

/** The first sheet of an XLSX as the table it is: days as `YYYY-MM-DD`, times behind them where there are any. */
async function asTable(bytes: Uint8Array): Promise<Uint8Array> {
  const zip = await openZip(bytes)
  if (!zip.file('xl/workbook.xml')) throw new Refused('This is no table: neither CSV nor XLSX.')
  const sheets = await readXlsxFile(Buffer.from(bytes))
  const rows = (sheets[0] as { data?: unknown[][] } | undefined)?.data ?? (sheets as unknown as unknown[][])
  const said = (value: unknown): string => {
    if (value === null || value === undefined) return ''
    if (!(value instanceof Date)) return String(value as string | number | boolean)
    const iso = value.toISOString()
    return iso.endsWith('T00:00:00.000Z')
      ? iso.slice(0, 10)
      : iso.startsWith('1899-12-3')
        ? iso.slice(11, 16)
        : iso.slice(0, 16)
  }
  return new TextEncoder().encode(Papa.unparse(rows.slice(0, MOST_ROWS + 2).map((r) => r.slice(0, 101).map(said))))
}

/** Reads a file of records; what is wrong with it is an answer. */
export async function readRecords({
  of,
  bytes,
  encoding,
  timeZone = 'UTC',
}: RowsTask): Promise<RowsFile[keyof RowsFile]> {
  try {
    if (isZip(bytes)) return READ[of](await asTable(bytes), 'utf-8', timeZone)
    return READ[of](bytes, encoding ?? encodingOf(bytes), timeZone)
  } catch (error) {
    if (error instanceof RangeError || error instanceof Refused) throw error
    throw new Refused((error as Error).message)
  }
}
