import { useEventListener } from '@vueuse/core'
/** Keys of a screen: called unless somebody is typing or a dialog is open. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  const listen = (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    if (
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      target.closest('input, textarea, select, [contenteditable], [role=dialog], [role=combobox]')
    )
      return
    const action = keys[event.key]
    if (action) {
      event.preventDefault()
      action(event)
    }
  }
  useEventListener('keydown', listen)
}

/** `j` and `k` move along links marked `data-row`. */
export function useRowKeys(more: Record<string, (event: KeyboardEvent) => void> = {}): void {
  const move = (by: number) => {
    const rows = [...document.querySelectorAll<HTMLElement>('[data-row]')]
    const at = rows.indexOf(document.activeElement as HTMLElement)
    rows[Math.min(Math.max(at + by, 0), rows.length - 1)]?.focus()
  }
  useKeys({ j: () => move(1), k: () => move(-1), ...more })
}

/** From a search to what it found. */
export const toFirstRow = (): void => document.querySelector<HTMLElement>('[data-row]')?.focus()
