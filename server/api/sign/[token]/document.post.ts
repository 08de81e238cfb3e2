import { getRequestHeader } from 'h3'
import { Problem } from '../../../platform/problem'
import { showDocument, insistOnTry } from '../../../rounds/act/prove-document'
import { keepPass } from '../../../doors/access'
import { route } from '../../../doors/route'
import { take } from '../../../platform/throttle'
import { readPartsInWorker } from '../../../files/pool'
import { fromWhere } from '../../../doors/where'

const MOST = 25_000_000

/** Pictures of a document, and of a face where that is asked; `challenge` is what was asked for live pictures. */
export default route({ who: 'link', standin: 'identity', file: MOST }, async ({ event, bytes }) => {
  const holder = event.context.holder!
  // Nothing is read of what comes for a link that has no try left.
  await insistOnTry(holder)
  await take('document bytes', holder.person.id, Number(getRequestHeader(event, 'content-length') ?? MOST))
  const parts = await readPartsInWorker(await bytes(), getRequestHeader(event, 'content-type') ?? '')
  const document = parts.document
  if (!document?.length)
    throw new Problem('invalid', 'Give a picture of the document.', { document: 'Give a picture of the document.' })
  const pass = await showDocument(
    holder,
    {
      document,
      selfie: parts.selfie?.length ? parts.selfie : null,
      challenge: parts.challenge ? new TextDecoder().decode(parts.challenge) : '',
    },
    fromWhere(event),
  )
  return keepPass(event, holder.person.id, pass)
})
