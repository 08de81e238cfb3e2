import type { DataRow } from '../../shared/marking'
import { loadPaper } from '../records/paper'
import { answersOf } from '../chain/answers'
import type { OutFile } from './paper-files'
import { toCsv } from '../platform/csv'

/** What was filled on a paper, each value under the name its owner gave it. */
async function paperData(paperId: string): Promise<DataRow[]> {
  const { fields, values } = await answersOf(paperId)
  const taken = new Map<string, number>()
  return fields.map((f) => {
    const wanted = f.dataName ?? f.label
    const n = (taken.get(wanted) ?? 0) + 1
    taken.set(wanted, n)
    return {
      name: n === 1 ? wanted : `${wanted} ${n}`,
      label: f.label,
      party: f.party,
      value: values.get(f.key) ?? null,
    }
  })
}

/** The same as a file: one row of CSV under a row of names, or JSON. What looks like a formula is made harmless. */
export async function dataFile(paperId: string, as: 'csv' | 'json'): Promise<OutFile> {
  const paper = await loadPaper(paperId)
  const rows = await paperData(paperId)
  const record = Object.fromEntries(rows.map((r) => [r.name, r.value]))
  const text =
    as === 'json'
      ? `${JSON.stringify({ paper: paper.title, id: paper.id, values: record, fields: rows }, null, 2)}\n`
      : toCsv([
          rows.map((r) => r.name),
          rows.map((r) => (r.value === true ? 'yes' : r.value === false ? 'no' : (r.value ?? ''))),
        ])
  return {
    bytes: new TextEncoder().encode(text),
    name: `${paper.title}, data.${as}`,
    type: as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
  }
}
