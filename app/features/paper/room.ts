import type { InjectionKey } from 'vue'
import type { Block, ValueSource } from '~~/core/document/model'

/** What the parts of a paper’s sheet share: what is open, and what can be opened. */
export interface Room {
  parties: readonly { key: string; label: string }[]
  /** The block whose amendment is being written. */
  amending: Ref<string | null>
  /** The value whose source is shown. */
  value: Ref<{ source: ValueSource; text: string; gap: boolean; at: HTMLElement } | null>
  /** A block of the copy as its template has it; none for what can’t be amended. */
  baseOf: (id: string | undefined) => Block | undefined
  /** The blocks of the table row a block stands in; none where it stands in no table. */
  rowOf: (id: string) => readonly string[]
  /** How grave the gravest note about a block is. */
  noteAt: (id: string | undefined) => 'stop' | 'warn' | undefined
  showValue: (event: Event, source: ValueSource, text: string, gap: boolean) => void
}
export const ROOM: InjectionKey<Room> = Symbol('room')
export const useRoom = (): Room => inject(ROOM)!
