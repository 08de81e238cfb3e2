import type { Encoding, Table } from './table'

export type Verdict = 'new' | 'same' | 'repeated' | 'wrong'
/** What would become of one record of a file. */
export interface Judged {
  /** Its line in the table, or its place in the file. */
  n: number
  /** What it would say. */
  cells: string[]
  verdict: Verdict
  /** Why it can’t be brought in, or what it is already. */
  why: string
}
export interface Look {
  of: 'csv' | 'vcard' | 'icalendar'
  encoding: Encoding
  columns: { head: string; means: string; samples: string[] }[]
  counts: Record<Verdict, number>
  rows: Judged[]
  left: number
}

const SHOWN = 100
/**
 * A file as it is looked at: its columns with samples, how many of each, the first hundred, and of what can’t be brought in
 * a hundred more.
 */
export function lookOf(
  file: Table | { of: 'vcard' | 'icalendar'; encoding: Encoding; left: number },
  means: readonly string[],
  rows: readonly Judged[],
): Look {
  const counts = { new: 0, same: 0, repeated: 0, wrong: 0 }
  for (const r of rows) counts[r.verdict] += 1
  const wrong = rows
    .slice(SHOWN)
    .filter((r) => r.verdict === 'wrong')
    .slice(0, SHOWN)
  return {
    of: file.of,
    encoding: file.encoding,
    columns:
      file.of === 'csv'
        ? file.heads.map((head, i) => ({
            head,
            means: means[i] ?? 'nothing',
            samples: file.rows.slice(0, 3).map((r) => (r[i] ?? '').slice(0, 60)),
          }))
        : [],
    counts,
    rows: [...rows.slice(0, SHOWN), ...wrong].map(({ n, cells, verdict, why }) => ({ n, cells, verdict, why })),
    left: file.of === 'csv' ? 0 : file.left,
  }
}
