/**
 * What somebody does on a page drawn on the server before its script has come: kept here, and done again when the page has come
 * to life. On a slow phone nothing typed or pressed is lost.
 */
interface Early {
  given: Map<HTMLInputElement, string | boolean>
  pressed: HTMLElement | null
  stop(): void
}
declare global {
  interface Window {
    upwoldEarly?: Early
  }
}

/** Listens from the first moment; stands in the page’s head. */
export const LISTEN = `(() => {
  const given = new Map()
  const input = ({ target: t }) => given.set(t, t.type === 'checkbox' || t.type === 'radio' ? t.checked : t.value)
  const click = ({ target }) => { const b = target.closest && target.closest('button'); if (b) window.upwoldEarly.pressed = b }
  document.addEventListener('input', input, true)
  document.addEventListener('click', click, true)
  window.upwoldEarly = { given, pressed: null, stop() {
    document.removeEventListener('input', input, true)
    document.removeEventListener('click', click, true)
  } }
})()`

/** Does again what was done too early, in the fields and on the button where it was done. */
export function catchUpEarly(): void {
  const early = window.upwoldEarly
  if (!early) return
  early.stop()
  delete window.upwoldEarly
  for (const [field, value] of early.given) {
    if (!field.isConnected) continue
    if (typeof value === 'boolean') {
      if (field.checked !== value) field.click()
    } else {
      // A file that was chosen is still there, and may not be set.
      if (field.type !== 'file') field.value = value
      field.dispatchEvent(new Event('input', { bubbles: true }))
      field.dispatchEvent(new Event('change', { bubbles: true }))
    }
  }
  if (early.pressed?.isConnected) early.pressed.click()
}
