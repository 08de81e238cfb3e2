import { randomBytes } from 'node:crypto'
import type { SigningKey } from '../../../core/evidence/certificate'
import { answerStamp } from '../../../core/evidence/stamp'
import { makeKeyInWorker } from '../../files/pool'
import { now } from '../../platform/clock'

let key: Promise<SigningKey> | null = null

/** Pretends an authority: a key of its own for as long as the process lives, and this machine's clock. */
export async function standin(request: Uint8Array): Promise<Uint8Array> {
  key ??= makeKeyInWorker('A pretended authority', now(), 'time stamps')
  return answerStamp(request, await key, new Date(now()), randomBytes(8))
}
