/** The present instant, ISO 8601, moving on every half minute. */
export function useNow(): Ref<string> {
  const now = ref(new Date().toISOString())
  let timer: ReturnType<typeof setInterval>
  onMounted(() => {
    timer = setInterval(() => {
      now.value = new Date().toISOString()
    }, 30_000)
  })
  onBeforeUnmount(() => clearInterval(timer))
  return now
}
