import type { Party } from '~~/core/document/model'
import type { Mark, Strike } from '~~/core/marking/model'
import { newKey } from '../../composables/api'

export type Strikes = Omit<Strike, 'by' | 'at'>[]
/** What lies on the marking table and can be changed. */
export interface Held {
  marks: Mark[]
  strikes: Strikes
  parties: Party[]
}
export const newMarkId = (): string => `k${newKey()}`
