import { readEnquiry } from '~~/core/enquiry/read'
import type { Enquiry, Known } from '~~/core/enquiry/types'

/** Reads an enquiry beside the page, so that no text that somebody pastes can hold it up. */
export interface Ask {
  n: number
  text: string
  known: Known
}
export interface Answer {
  n: number
  read: Enquiry
}
addEventListener('message', ({ data: { n, text, known } }: MessageEvent<Ask>) => {
  postMessage({ n, read: readEnquiry(text, known) } satisfies Answer)
})
