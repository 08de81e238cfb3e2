import { setResponseHeader } from 'h3'
import { z } from 'zod'
import { signaturePicture } from '../../../../rounds/act/drawing'
import { route } from '../../../../doors/route'

const query = z.object({ ticket: z.string().max(100).default('') })
export default route({ who: 'signer', out: 'file', query }, async ({ event, query, part }) => {
  const bytes = await signaturePicture(event.context.holder!, part('sha'), query.ticket)
  setResponseHeader(event, 'content-type', 'image/png')
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  setResponseHeader(event, 'cache-control', 'private, no-store')
  return bytes
})
