import { type Ref, nextTick } from 'vue'

/**
 * Keys of the sheet of priced lines: Enter goes to the same cell of the next line, from the last to a new one; Alt and an arrow
 * move the line. Cells say which they are by `data-cell` and `data-line`.
 */
export function useLineKeys(root: Readonly<Ref<HTMLElement | null>>, move: (line: number, by: number) => void) {
  const at = (line: number, cell: string | undefined) =>
    root.value?.querySelector<HTMLElement>(`[data-cell="${cell}"][data-line="${line}"]`)
  return (event: KeyboardEvent): void => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]')
    if (!cell) return
    const line = Number(cell.dataset.line)
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault()
      const by = event.key === 'ArrowUp' ? -1 : 1
      move(line, by)
      void nextTick(() => at(line + by, cell.dataset.cell)?.focus())
    } else if (event.key === 'Enter') {
      event.preventDefault()
      const next = at(line + 1, cell.dataset.cell) ?? root.value?.querySelector<HTMLElement>('.adder input')
      next?.focus()
    }
  }
}
