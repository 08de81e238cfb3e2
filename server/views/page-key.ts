import { z } from 'zod'

/** Where a page of a list ended: the value it was in order by, and the row's id. */
export interface PageKey {
  value: string | number
  id: string | number
}
const key = z.tuple([z.union([z.string().max(600), z.number()]), z.union([z.string().max(60), z.number()])])

export const pageKey = (value: string | number, id: string | number): string => JSON.stringify([value, id])
/** What can't be read is the beginning. */
export function readPageKey(after: string | undefined): PageKey | null {
  try {
    const [value, id] = key.parse(JSON.parse(after ?? ''))
    return { value, id }
  } catch {
    return null
  }
}
