import { randomBytes } from 'node:crypto'
import { stampOn } from '../gateways/times'
import { now } from '../platform/clock'
import { Problem } from '../platform/problem'

/** How far an authority's clock may be from this machine's before it is said, in milliseconds. */
const APART = 120_000

/** Asks an authority for one time stamp: what it says, and what is wrong where it gives none. */
export async function tryAuthority(url: string): Promise<{ taken: boolean; words: string }> {
  try {
    const stamp = (await stampOn(randomBytes(32), url))!
    const apart = Math.abs(Date.parse(stamp.at) - Date.parse(now()))
    return {
      taken: true,
      words:
        apart > APART
          ? `${stamp.by} stamps times, but its clock and this machine’s are ${Math.round(apart / 60_000)} minutes apart.`
          : `${stamp.by} stamps times: ${stamp.at.slice(0, 19).replace('T', ' ')} UTC.`,
    }
  } catch (error) {
    if (error instanceof Problem) return { taken: false, words: error.message }
    throw error
  }
}
