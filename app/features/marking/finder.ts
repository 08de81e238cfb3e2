import type { FindAnswer } from './find.worker'
import FindWorker from './find.worker?worker'

/** Bytes and findings of the files this window is working on; the last few are kept, so that nothing is fetched or read twice. */
const KEPT = 3
const bytes = new Map<string, Promise<Uint8Array>>()
type PageAnswer = Extract<FindAnswer, { page: number }>
interface Reading {
  pages: PageAnswer[]
  ended: { failed?: string } | null
  worker: Worker | null
  told: Set<(a: FindAnswer) => void>
}
const readings = new Map<string, Reading>()

function keep<T>(map: Map<string, T>, key: string, value: T, drop: (old: T) => void = () => {}): T {
  map.set(key, value)
  for (const old of [...map.keys()].slice(0, -KEPT)) {
    drop(map.get(old)!)
    map.delete(old)
  }
  return value
}

/** The bytes of a file that was taken in. */
export function fileBytes(sha: string): Promise<Uint8Array> {
  const there = bytes.get(sha)
  if (there) return there
  const fetched = fetchBytes(`/api/files/${sha}`)
  fetched.catch(() => bytes.delete(sha))
  return keep(bytes, sha, fetched)
}

/** Keeps a file that was just sent, where what was kept of it is what was sent: then it needn't come back. */
export async function keepSent(sha: string, file: Blob): Promise<void> {
  if (!globalThis.crypto?.subtle) return
  const sent = new Uint8Array(await file.arrayBuffer())
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', sent))
  if ([...hash].map((b) => b.toString(16).padStart(2, '0')).join('') === sha) keep(bytes, sha, Promise.resolve(sent))
}

/** Begins to read a file's blanks, or goes on where that began earlier. `tell` gets every page from the first. */
export function readBlanks(sha: string, tell: (a: FindAnswer) => void = () => {}): () => void {
  let reading = readings.get(sha)
  if (!reading) {
    const fresh: Reading = { pages: [], ended: null, worker: new FindWorker(), told: new Set() }
    reading = keep(readings, sha, fresh, (old) => old.worker?.terminate())
    const pass = (a: FindAnswer) => {
      if ('page' in a) fresh.pages.push(a)
      else if (!('ready' in a)) {
        fresh.ended = 'failed' in a ? { failed: a.failed } : {}
        fresh.worker?.terminate()
        fresh.worker = null
        // What failed is tried again by whoever asks next.
        if ('failed' in a) readings.delete(sha)
      }
      for (const t of fresh.told) t(a)
    }
    const failed = (e: unknown) => pass({ failed: e instanceof Error ? e.message : 'The file could not be read.' })
    fresh.worker!.onmessage = ({ data }: MessageEvent<FindAnswer>) => {
      if ('ready' in data)
        void fileBytes(sha).then((b) => {
          const { buffer } = b.slice()
          fresh.worker?.postMessage({ pdf: buffer }, [buffer])
        }, failed)
      else if ('page' in data || 'done' in data || 'failed' in data) pass(data)
    }
    fresh.worker!.onerror = failed
  }
  const { pages, ended, told } = reading
  for (const a of pages) tell(a)
  if (ended) tell(ended.failed ? { failed: ended.failed } : { done: true })
  else told.add(tell)
  return () => told.delete(tell)
}

/** Gives up reading a file. */
export function stopReading(sha: string): void {
  const reading = readings.get(sha)
  if (!reading?.worker) return
  reading.worker.terminate()
  readings.delete(sha)
}
