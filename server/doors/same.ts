import { type H3Event, getRequestHeader } from 'h3'
import { tagOf } from '../../shared/tag'
import { write } from '../platform/db/client'
import { Problem } from '../platform/problem'

/**
 * Makes a change only while what it changes is still what whoever asks was given, where they say so by `If-Match` (RFC 9110,
 * 13.1.1); `now` reads what it is.
 */
export async function whileSame(
  event: H3Event,
  now: () => Promise<unknown>,
  change: () => Promise<unknown>,
): Promise<void> {
  await write(async () => {
    const seen = getRequestHeader(event, 'if-match')
    if (seen && seen !== '*' && seen !== tagOf(await now()))
      throw new Problem(
        'stale',
        'Somebody else changed this while you had it open. What you typed is still here: look at theirs in another window, or keep yours in its place.',
      )
    await change()
  })
}
