import type { ObjectDirective } from 'vue'

type Field = HTMLInputElement | HTMLTextAreaElement
/** Fields somebody is typing in: what they typed hasn't been given yet. */
const typing = new WeakSet<Field>()

/**
 * `v-typed="value"` for a field that is given on `change`. Vue sets `:value` anew at every rendering, and something else on
 * the page that changes meanwhile would take away what is being typed; here it stays until it is given or left.
 */
const typed: ObjectDirective<Field, string | number | null | undefined> = {
  created(el) {
    el.addEventListener('input', () => typing.add(el))
    for (const given of ['change', 'blur']) el.addEventListener(given, () => typing.delete(el))
  },
  mounted(el, { value }) {
    // Typed before the page had come to life.
    if (el.value !== el.defaultValue) typing.add(el)
    else show(el, value)
  },
  updated: (el, { value }) => show(el, value),
  getSSRProps: ({ value }) => ({ value: value ?? '' }),
}
function show(el: Field, value: string | number | null | undefined): void {
  const text = String(value ?? '')
  if (!typing.has(el) && el.value !== text) el.value = text
}

export default defineNuxtPlugin((app) => void app.vueApp.directive('typed', typed))
