/** Follows the pointer until it is let go. */
export function followPointer(e: PointerEvent, moved: (e: PointerEvent) => void, ended: () => void): void {
  const target = e.currentTarget as HTMLElement
  target.setPointerCapture(e.pointerId)
  const up = () => {
    target.removeEventListener('pointermove', moved)
    target.removeEventListener('pointerup', up)
    target.removeEventListener('pointercancel', up)
    ended()
  }
  target.addEventListener('pointermove', moved)
  target.addEventListener('pointerup', up)
  target.addEventListener('pointercancel', up)
}
