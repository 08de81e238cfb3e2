import type { Found, Look } from './scan.worker'

/**
 * Looks at what a camera sees, in a worker: nothing of it leaves this device. Tells once, as soon as a code or a document
 * can be read.
 */
export function looker(year: number, found: (what: Found) => void) {
  let worker: Worker | null = null
  let over = false
  async function look(seen: ImageData): Promise<void> {
    if (over) return
    worker ??= new (await import('./scan.worker?worker')).default()
    const mine = worker
    const got = await new Promise<Found>((resolve) => {
      mine.onmessage = ({ data }: MessageEvent<Found>) => resolve(data)
      mine.onerror = () => resolve({ code: null, document: null })
      mine.postMessage({ seen, year } satisfies Look, [seen.data.buffer])
    })
    if (over || !(got.code || got.document)) return
    found(got)
  }
  function stop(): void {
    over = true
    worker?.terminate()
  }
  return { look, stop }
}
