import { Problem } from '../../platform/problem'
import type { TimeAuthority } from './gateway'

const PATIENCE = 15_000
/** No time stamp is longer, with all certificates of its authority. */
const LONGEST = 64_000

/** An authority that is asked over HTTP (RFC 3161, 3.4). What it answers is signed, so that plain http is as good as https. */
export const overHttp =
  (url: string): TimeAuthority =>
  async (request) => {
    const answer = await fetch(url, {
      method: 'POST',
      redirect: 'error',
      signal: AbortSignal.timeout(PATIENCE),
      headers: { 'content-type': 'application/timestamp-query' },
      body: new Uint8Array(request),
    })
    const { hostname } = new URL(url)
    if (!answer.ok || !answer.body) throw new Problem('invalid', `${hostname} answered ${answer.status}.`)
    const parts: Uint8Array[] = []
    let length = 0
    for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>) {
      length += part.length
      if (length > LONGEST) throw new Problem('invalid', `What ${hostname} answers is too long for a time stamp.`)
      parts.push(part)
    }
    return new Uint8Array(Buffer.concat(parts))
  }
