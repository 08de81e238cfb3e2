import type { Stamp } from '../../../core/evidence/stamp'
import { stampInWorker } from '../../files/pool'
import { stampOn } from '../../gateways/times'
import { now } from '../../platform/clock'
import { log } from '../../platform/log'
import { Problem } from '../../platform/problem'
import { theBusiness } from '../../records/business'

/** How long everybody waits for their copies because an authority doesn't answer, in milliseconds. */
const PATIENCE = 3_600_000

/** A sealed copy with the time stamp it got, or with none and why. */
export interface Stamped {
  sealed: Uint8Array
  stamp: Pick<Stamp, 'at' | 'by'> | null
  why: string
}

/**
 * Has the time of a sealed copy stamped, where an authority is set. One that doesn't answer is asked again (the error it
 * threw is thrown on), for an hour since `since`; after that the copy goes out without.
 */
export async function stamped(sealed: Uint8Array, signature: Uint8Array, since: string): Promise<Stamped> {
  const { settings } = await theBusiness()
  try {
    const stamp = await stampOn(signature, settings.times?.url ?? null)
    if (!stamp) return { sealed, stamp: null, why: '' }
    return { sealed: await stampInWorker({ sealed, stamp }), stamp: { at: stamp.at, by: stamp.by }, why: '' }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    if (Date.parse(now()) - Date.parse(since) < PATIENCE) throw new Error(`No time stamp: ${error.message}`)
    log.warn({ err: error }, 'A copy is sealed without a time stamp')
    return { sealed, stamp: null, why: error.message }
  }
}
