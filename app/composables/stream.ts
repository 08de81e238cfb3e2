import { useQueryCache } from '@pinia/colada'
import type { Change } from '~~/shared/overview'
import { concernsEntry } from './news'

const AGAIN_MS = 20_000
/** What happens within this time is asked for once. */
const GATHER_MS = 120
/** How long news waits for the answer to a change of one's own, which may have it in it. */
const OWN_MS = 2000
/** What has changed, or that the session is over. */
type Told = Change | { ended: true }

/**
 * Has everything that was fetched, and that a change concerns, fetched anew: at once where it is on the screen, else when it
 * is next shown; also after a connection that was lost is back. When the session is over, whoever looks is asked to sign in.
 * All windows of a browser share one stream (a browser opens six connections to one place, and a stream keeps one): the one
 * that has it tells the others.
 */
export function useStream(): void {
  const session = useSession()
  const cache = useQueryCache()
  let source: EventSource | null = null
  let others: BroadcastChannel | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let later: ReturnType<typeof setTimeout> | undefined
  /** The newest change that is known of; -1 before any is. */
  let seen = -1
  /** What was told and waits to be asked for, each with what was known before it. */
  let waiting: { change: Change; seen: number }[] = []
  const gone = new AbortController()
  function heard(told: Told) {
    if ('ended' in told) return void ended()
    waiting.push({ change: told, seen })
    seen = Math.max(seen, told.at)
    clearTimeout(timer)
    timer = setTimeout(() => void askedAnew(), GATHER_MS)
  }
  /** Looks at what is shown now: a change of one's own is told before it is answered, and its answer has it in it already. */
  async function askedAnew() {
    await ownChanges(OWN_MS)
    const told = waiting
    waiting = []
    // What can't be asked for just now says so where it is shown.
    await cache
      .invalidateQueries({
        predicate: ({ key, state }) => told.some((t) => concernsEntry(t.change, t.seen, key, state.value.data)),
      })
      .catch(() => {})
  }
  function tell(told: Told) {
    others?.postMessage(told)
    heard(told)
  }
  async function ended() {
    source?.close()
    session.data = null
    await navigateTo('/sign-in')
  }
  function open() {
    source = new EventSource('/api/stream')
    // What was filled before the stream opened may be older than what there is: then it is asked for once more.
    source.addEventListener('opening', (event) => {
      const at = Number(event.data)
      tell({ since: at, at, about: null })
    })
    source.onmessage = (event) => tell(JSON.parse(String(event.data)) as Change)
    source.addEventListener('ended', () => tell({ ended: true }))
    source.onerror = () => {
      // Refused, as when too many are open elsewhere: asked for again by and by.
      if (source?.readyState === EventSource.CLOSED) later = setTimeout(open, AGAIN_MS)
    }
  }
  onMounted(() => {
    others = new BroadcastChannel('upwold-feed')
    others.onmessage = (event: MessageEvent<Told>) => heard(event.data)
    // Without https there are no locks: every window has its own.
    if (!navigator.locks) return open()
    const held = () => new Promise<void>((release) => gone.signal.addEventListener('abort', () => release()))
    void navigator.locks
      .request('upwold-feed', { signal: gone.signal }, () => {
        open()
        return held()
      })
      .catch(() => {})
  })
  onBeforeUnmount(() => {
    gone.abort()
    clearTimeout(timer)
    clearTimeout(later)
    source?.close()
    others?.close()
  })
}
