import { useIntervalFn } from '@vueuse/core'

/** The present instant, ISO 8601, moving on every half minute. */
export function useNow(): Ref<string> {
  const now = ref(new Date().toISOString())
  useIntervalFn(() => {
    now.value = new Date().toISOString()
  }, 30_000)
  return now
}
