import { useEventListener, useMutationObserver, useResizeObserver } from '@vueuse/core'
import { type Ref, nextTick, onMounted, ref, watch } from 'vue'

/** Space between two notes, in pixels. */
const GAP = 14

/**
 * Where notes stand so that each is level with its line and none lies on another: from the top down, each where it wants to be
 * or beneath the one before. All in pixels from the same top; `from` is where the first may begin.
 */
export function stacked(wanted: readonly { at: number; height: number }[], from: number): number[] {
  let free = from
  const order = wanted.map((w, i) => ({ ...w, i })).sort((a, b) => a.at - b.at || a.i - b.i)
  const tops: number[] = []
  for (const w of order) {
    tops[w.i] = Math.max(w.at, free)
    free = tops[w.i]! + w.height + GAP
  }
  return tops
}

/** How far each note stands from the top of its list, by its place in it, and how high the list is then. */
export interface Levels {
  tops: Map<number, number>
  height: number
}

/**
 * Keeps the notes of a list level with the blocks they are about while the sheet is written on. A row says by `data-about`
 * which block it is about. Where there is no room beside the sheet, or no such block on it, rows stand as in any list.
 */
export function useLevels(list: Ref<HTMLElement | null>, sheet: () => HTMLElement | null, notes: () => unknown) {
  const levels = ref<Levels>({ tops: new Map(), height: 0 })
  function measure(): void {
    const on = sheet()
    const ul = list.value
    if (!ul || !on) return
    const rows = [...ul.children] as HTMLElement[]
    const beside = ul.getBoundingClientRect().left >= on.getBoundingClientRect().right
    const origin = ul.getBoundingClientRect().top
    const placed = rows
      .map((row, i) => ({ row, i, block: beside && row.dataset.about ? blockOf(on, row.dataset.about) : null }))
      .filter((p) => p.block !== null)
    const firm = rows.filter((_, i) => !placed.some((p) => p.i === i))
    const from = firm.reduce((y, row) => y + row.offsetHeight + GAP, 0)
    const wanted = placed.map((p) => ({
      at: p.block!.getBoundingClientRect().top - origin,
      height: p.row.offsetHeight,
    }))
    const tops = stacked(wanted, from)
    levels.value = {
      tops: new Map(placed.map((p, i) => [p.i, Math.round(tops[i]!)])),
      height: Math.max(0, ...tops.map((top, i) => top + wanted[i]!.height)),
    }
  }
  const soon = () => void nextTick(measure)
  onMounted(soon)
  watch(notes, soon, { flush: 'post' })
  // The sheet grows and shrinks while it is written on, its lines move with pictures and with the window.
  useResizeObserver(sheet as () => HTMLElement, measure)
  useResizeObserver(list, measure)
  useMutationObserver(sheet as () => HTMLElement, soon, { childList: true, subtree: true, characterData: true })
  // What comes and goes above them moves them too.
  useMutationObserver(() => list.value?.parentElement ?? null, soon, { childList: true, subtree: true })
  useEventListener('resize', measure)
  return levels
}

/** A block on the sheet by its id; what is in a clause or table that is put in whole stands where that one is. */
function blockOf(sheet: HTMLElement, id: string): HTMLElement | null {
  for (let at = id; at; at = at.slice(0, Math.max(0, at.lastIndexOf('.')))) {
    const found = sheet.querySelector<HTMLElement>(`[data-id="${CSS.escape(at)}"], #block-${CSS.escape(at)}`)
    if (found) return found
  }
  return null
}
