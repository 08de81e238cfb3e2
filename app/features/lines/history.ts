import { shallowRef } from 'vue'

/** So many steps back. */
const STEPS = 50

/** The way back over changes of `now`: what there was before each, the last one last. */
export function useLineHistory<T>(now: () => T, put: (before: T) => void) {
  const past = shallowRef<T[]>([])
  return {
    past,
    /** Called before a change. */
    remember(): void {
      past.value = [...past.value.slice(1 - STEPS), now()]
    },
    undo(): void {
      const before = past.value.at(-1)
      if (before === undefined) return
      past.value = past.value.slice(0, -1)
      put(before)
    },
  }
}
