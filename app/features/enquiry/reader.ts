import type { Enquiry, Known } from '~~/core/enquiry/types'
import type { Answer, Ask } from './enquiry.worker'

/** A text that takes longer than this is left as it is. */
const PATIENCE_MS = 4000

let worker: Worker | null = null
let count = 0

/** Reads an enquiry aside, in a worker. Null where it takes too long, or where the text was overtaken by a newer one. */
export async function readAside(text: string, known: Known): Promise<Enquiry | null> {
  const n = (count += 1)
  // Where there are no workers there is no page to hold up either.
  if (typeof Worker === 'undefined') return (await import('~~/core/enquiry/read')).readEnquiry(text, known)
  const { default: EnquiryWorker } = await import('./enquiry.worker?worker')
  if (n !== count) return null
  const mine = (worker ??= new EnquiryWorker())
  return new Promise((resolve) => {
    const end = (read: Enquiry | null) => {
      clearTimeout(timer)
      mine.removeEventListener('message', listen)
      resolve(read)
    }
    const listen = ({ data }: MessageEvent<Answer>) => {
      if (data.n === n) end(n === count ? data.read : null)
    }
    const timer = setTimeout(() => {
      mine.terminate()
      if (worker === mine) worker = null
      end(null)
    }, PATIENCE_MS)
    mine.addEventListener('message', listen)
    // What is known may be reactive: only a plain copy crosses to a worker.
    mine.postMessage({ n, text, known: JSON.parse(JSON.stringify(known)) as Known } satisfies Ask)
  })
}
