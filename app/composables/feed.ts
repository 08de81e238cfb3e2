const AGAIN_MS = 20_000

/**
 * Calls `refresh` whenever something happened anywhere (server-sent events), and once after a lost connection is back. When
 * the session is over, whoever looks is asked to sign in.
 */
export function useFeed(refresh: () => unknown): void {
  const session = useSession()
  let source: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let later: ReturnType<typeof setTimeout> | undefined
  let lost = false
  const soon = () => {
    clearTimeout(timer)
    timer = setTimeout(() => void refresh(), 120)
  }
  async function ended() {
    source?.close()
    session.data = null
    await navigateTo('/sign-in')
  }
  function open() {
    source = new EventSource('/api/stream')
    source.onmessage = soon
    source.addEventListener('ended', () => void ended())
    source.onerror = () => {
      lost = true
      // Refused, as when too many windows are open: asked for again by and by.
      if (source?.readyState === EventSource.CLOSED) later = setTimeout(open, AGAIN_MS)
    }
    source.onopen = () => {
      if (lost) {
        lost = false
        soon()
      }
    }
  }
  onMounted(open)
  onBeforeUnmount(() => {
    clearTimeout(timer)
    clearTimeout(later)
    source?.close()
  })
}
