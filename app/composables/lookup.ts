import { type Ref, ref } from 'vue'

/**
 * Looks something up while one types. Only the newest answer is shown, and `settled` waits for it: whoever types fast
 * and presses Enter gets what they typed, not what was found before.
 */
export function useLookup<T>(ask: () => Promise<T[]>) {
  const found = ref<T[]>([]) as Ref<T[]>
  const at = ref(0)
  let asked = 0
  let latest: Promise<void> = Promise.resolve()

  function look(): Promise<void> {
    const mine = ++asked
    latest = ask()
      .catch(() => [])
      .then((list) => {
        if (mine !== asked) return
        found.value = list
        at.value = 0
      })
    return latest
  }
  async function settled(): Promise<T | undefined> {
    // What is asked meanwhile takes the place of what was waited for.
    for (let waited; waited !== latest;) await (waited = latest)
    return found.value[at.value]
  }
  return { found, at, look, settled }
}
