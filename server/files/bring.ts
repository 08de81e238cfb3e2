import type { Brought, Changes } from '../../shared/library'
import { bringInWorker } from './pool'
import { allFacts } from '../records/facts'

/** The most bytes a file brought in may have. */
export const BRING_MAX = 12_000_000

/** Reads a file somebody brings in, away from everything else; nothing is kept yet. */
export async function bring(name: string, bytes: Uint8Array, changes: Changes = 'taken'): Promise<Brought> {
  return bringInWorker({ name, bytes, changes, facts: (await allFacts()).map((f) => f.key) })
}
