import writeXlsxFile from 'write-excel-file/node'
import type { SheetCell } from '../../../shared/lists'

/** A table as XLSX (ECMA-376): words as words, whatever they begin with, and numbers as numbers. The first row is the head. */
export async function writeSheet({ name, rows }: { name: string; rows: SheetCell[][] }): Promise<Uint8Array> {
  const [head = [], ...body] = rows
  const cell = (value: SheetCell) =>
    value === null || value === ''
      ? null
      : typeof value === 'number'
        ? { type: Number, value }
        : { type: String, value: value.slice(0, 32_000) }
  const sheet = [
    head.map((h) => ({ type: String, value: String(h ?? ''), fontWeight: 'bold' as const })),
    ...body.map((r) => r.map(cell)),
  ]
  const widths = head.map((_, i) => ({
    width: Math.min(60, Math.max(10, ...rows.slice(0, 200).map((r) => String(r[i] ?? '').length + 2))),
  }))
  // A sheet's name is at most 31 signs, without these.
  const title = name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31)
  const buffer = await writeXlsxFile(
    sheet as never,
    { columns: widths, sheet: title, stickyRowsCount: 1 } as never,
  ).toBuffer()
  return new Uint8Array(buffer)
}
