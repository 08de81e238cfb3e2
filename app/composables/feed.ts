/** Calls `refresh` whenever something happened anywhere (server-sent events), and once after a lost connection is back. */
export function useFeed(refresh: () => unknown): void {
  let source: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let lost = false
  const soon = () => {
    clearTimeout(timer)
    timer = setTimeout(() => void refresh(), 120)
  }
  onMounted(() => {
    source = new EventSource('/api/stream')
    source.onmessage = soon
    source.onerror = () => {
      lost = true
    }
    source.onopen = () => {
      if (lost) {
        lost = false
        soon()
      }
    }
  })
  onBeforeUnmount(() => {
    clearTimeout(timer)
    source?.close()
  })
}
