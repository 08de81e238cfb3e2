import { useEventListener } from '@vueuse/core'
import type { FieldSpec } from '~~/core/document/field'
import type { Marking } from './useMarking'

/** What they do, in words. */
export const TABLE_KEYS: readonly KeyRow[] = [
  ['Tab, j / Shift+Tab, k', 'the next blank, the one before'],
  ['Enter', 'settle it and go to the next open one'],
  ['Shift+Enter', 'settle all of this type and party'],
  ['a', 'settle everything that is open'],
  ['1 to 9', 'whose it is'],
  ['s i n d t c', 'signature, initials, name, date of signing, text, tick'],
  ['y e # o', 'a date to choose, e-mail, number, one choice'],
  ['w', 'fill it yourself: words or a value of the job'],
  ['b', 'draw a blank, then Enter puts one beside what is chosen'],
  ['x', 'strike printed words'],
  ['Arrows', 'move what is chosen by a point, with Ctrl by ten'],
  ['Shift+Arrows', 'make it wider, narrower, higher, lower'],
  ['Space', 'choose besides the others'],
  ['Ctrl+A', 'choose everything on this page'],
  ['Ctrl+Shift+A', 'choose all fields of this party, on all pages'],
  ['p', 'copy for the next party, beneath'],
  ['Delete', 'it is no blank'],
  ['l', 'what it asks, in words'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
  ['Ctrl+Enter', 'to the sending sheet'],
  ['+ - 0', 'larger, smaller, fitted'],
]

interface OnScreen {
  draft: Ref<boolean>
  mode: Ref<'' | 'draw' | 'strike'>
  zoom: Ref<number>
  pageInView: () => number
  fit: () => void
  /** Where it goes on from here. */
  onward: () => void
}

/** The keys of the marking table: everything that is done there is done with them, too. */
export function useTableKeys(table: Marking, { draft, mode, zoom, pageInView, fit, onward }: OnScreen): void {
  const { proposed: open, ordered, chosen, current } = storeToRefs(table)

  /** A box put with the keyboard: under what is chosen, else in the middle of what is seen. */
  function putBox(): void {
    const c = current.value
    const page = c?.page ?? pageInView()
    const { w, h } = table.sizeOf(page)
    table.draw(
      page,
      c
        ? { x: c.x, y: c.y + c.h + 8, w: c.w, h: c.h }
        : { x: w * 0.3, y: h * 0.45, w: Math.min(160, w * 0.4), h: Math.min(18, h * 0.1) },
    )
    mode.value = ''
  }
  const TYPES: Record<string, FieldSpec['type']> = {
    s: 'signature',
    i: 'initials',
    n: 'name',
    d: 'date',
    t: 'text',
    c: 'tick',
    y: 'day',
    e: 'email',
    '#': 'number',
    o: 'choice',
  }
  function settleOne(): void {
    if (mode.value === 'draw') return putBox()
    if (!chosen.value.length) return table.moveOn(1)
    table.accept(chosen.value)
    table.moveOn(1, true)
  }
  function keys(e: KeyboardEvent): void {
    const target = e.target as HTMLElement
    if (target.closest('input, textarea, select, summary, [contenteditable], [role=dialog]') || e.defaultPrevented)
      return
    const command = e.ctrlKey || e.metaKey
    const inTable = !!target.closest('.ledger-box, .desk') || target === document.body
    const act: (() => void) | undefined =
      command && e.key.toLowerCase() === 'z'
        ? e.shiftKey
          ? table.redo
          : table.undo
        : command && e.key.toLowerCase() === 'y'
          ? table.redo
          : command && e.key.toLowerCase() === 'a' && e.shiftKey && inTable
            ? table.chooseParty
            : command && e.key.toLowerCase() === 'a' && inTable
              ? () => {
                  const page = current.value?.page ?? 1
                  chosen.value = ordered.value.filter((m) => m.page === page).map((m) => m.id)
                }
              : command && e.key === 'Enter'
                ? onward
                : e.altKey || (command && !e.key.startsWith('Arrow'))
                  ? undefined
                  : keyed(e, inTable, target)
    if (!act) return
    e.preventDefault()
    act()
  }
  function keyed(e: KeyboardEvent, inTable: boolean, target: HTMLElement): (() => void) | undefined {
    const step = e.ctrlKey || e.metaKey ? 10 : 1
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    }
    const onButton = target.closest('button, a')
    const list = ordered.value
    const at = list.findIndex((m) => m.id === chosen.value[0])
    // Tab goes through the blanks, and out at either end.
    if (e.key === 'Tab' && inTable && target.closest('.ledger-box') && (e.shiftKey ? at > 0 : at < list.length - 1))
      return () => table.moveOn(e.shiftKey ? -1 : 1)
    if (e.key === 'j') return () => table.moveOn(1)
    if (e.key === 'k') return () => table.moveOn(-1)
    if (e.key === '+' || e.key === '=') return () => (zoom.value = Math.min(4, zoom.value * 1.2))
    if (e.key === '-') return () => (zoom.value = Math.max(0.1, zoom.value / 1.2))
    if (e.key === '0') return () => fit()
    if (e.key === 'Escape') return () => (mode.value ? (mode.value = '') : table.choose(null))
    if (!draft.value) return undefined
    if (e.key === 'b') return () => (mode.value = mode.value === 'draw' ? '' : 'draw')
    if (e.key === 'x') return () => (mode.value = mode.value === 'strike' ? '' : 'strike')
    if (onButton && !onButton.classList.contains('mark')) return undefined
    if (e.key === 'Enter') return e.shiftKey ? table.acceptLike : settleOne
    if (e.key === 'a') return () => table.accept(open.value.map((m) => m.id))
    if (!chosen.value.length) return undefined
    if (arrows[e.key] && inTable) return () => table.nudge(...arrows[e.key]!, e.shiftKey)
    if (/^[1-9]$/.test(e.key)) return () => table.setParty(Number(e.key))
    if (TYPES[e.key]) return () => table.setType(TYPES[e.key]!)
    if (e.key === 'Delete' || e.key === 'Backspace')
      return () => {
        const gone = [...chosen.value]
        table.moveOn(1)
        table.dismiss(gone)
      }
    if (e.key === ' ' && inTable)
      return () => {
        const next = list[Math.min(at + 1, list.length - 1)]
        if (next) chosen.value = [next.id, ...chosen.value.filter((c) => c !== next.id)]
      }
    if (e.key === 'w')
      return () => {
        const c = current.value!
        table.setWords(c.id, c.words ? undefined : { text: '', face: 'sans' })
        void nextTick(() => document.getElementById('own-words')?.focus())
      }
    if (e.key === 'l') return () => document.getElementById('mark-label')?.focus()
    if (e.key === 'p') {
      const n = table.number(current.value!.field.party)
      const next = table.parties[n] ?? table.parties[0]
      if (next && next.key !== current.value!.field.party) return () => table.copyTo(next.key, 'beneath')
    }
    return undefined
  }
  useEventListener('keydown', keys)
}
