import type { SheetCell, TableKind } from '../../shared/lists'
import { toCsv } from '../platform/csv'
import { writeSheetInWorker } from './pool'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** A list as a file, its first row the head. */
export async function tableFile(
  name: string,
  rows: SheetCell[][],
  as: TableKind,
): Promise<{ bytes: Uint8Array; name: string; type: string }> {
  if (as === 'xlsx') return { bytes: await writeSheetInWorker({ name, rows }), name: `${name}.xlsx`, type: XLSX }
  const text = toCsv(rows.map((r) => r.map((c) => c ?? '')))
  return { bytes: new TextEncoder().encode(text), name: `${name}.csv`, type: 'text/csv; charset=utf-8' }
}
