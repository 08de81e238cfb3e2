import { randomBytes } from 'node:crypto'
import { type Stamp, stampRequest } from '../../../core/evidence/stamp'
import { readStampInWorker } from '../../files/pool'
import { hasStandin } from '../../platform/config'
import { Problem } from '../../platform/problem'
import type { TimeAuthority } from './gateway'
import { unreached } from '../unreached'
import { overHttp } from './http'
import { standin } from './standin'

/** The authority at an address; without one the stand-in, where it is asked for, or none. */
const authority = (url: string | null): TimeAuthority | null =>
  url ? overHttp(url) : hasStandin('times') ? standin : null

/** Whether times are stamped, by whatever authority. */
export const stampsTimes = (url: string | null): boolean => authority(url) !== null

/** What is wrong with an authority, in words whoever set it up can use. */
function timesTrouble(error: unknown, url: string | null): string {
  const hostname = url ? new URL(url).hostname : 'The authority'
  if (error instanceof Problem) return error.message
  if ((error as Error).name === 'TimeoutError') return `${hostname} did not answer in time.`
  return unreached(error, hostname) ?? `${hostname} could not be asked.`
}

/** A time stamp on `data`; null where there is no authority. Throws a {@link Problem} that says why it gives none. */
export async function stampOn(data: Uint8Array, url: string | null): Promise<Stamp | null> {
  const ask = authority(url)
  if (!ask) return null
  const nonce = randomBytes(8)
  let answer: Uint8Array
  try {
    answer = await ask(await stampRequest(data, nonce))
  } catch (error) {
    throw new Problem('invalid', timesTrouble(error, url))
  }
  const read = await readStampInWorker({ answer, data, nonce })
  if ('refused' in read)
    throw new Problem('invalid', `${url ? new URL(url).hostname : 'The authority'}: ${read.refused}`)
  return read.stamp
}
