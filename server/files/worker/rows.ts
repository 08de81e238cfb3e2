import { fromCalendar } from '../../../core/jobs/calendar'
import type { JobRow } from '../../../core/jobs/table'
import { type PeopleFile, readPeople } from '../../../core/people/table'
import { type Encoding, MOST_ROWS, type Table, encodingOf, readTable, textOf } from '../../../core/tables/table'
import { Refused } from './refused'

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

/** Reads a file of records; what is wrong with it is an answer. */
export function readRecords({ of, bytes, encoding, timeZone = 'UTC' }: RowsTask): RowsFile[keyof RowsFile] {
  try {
    return READ[of](bytes, encoding ?? encodingOf(bytes), timeZone)
  } catch (error) {
    if (error instanceof RangeError) throw error
    throw new Refused((error as Error).message)
  }
}
