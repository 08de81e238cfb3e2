import { setResponseHeader } from 'h3'
import { signaturePicture } from '../../../../services/rounds/pad'
import { route } from '../../../../route'

export default route({}, async ({ event }) => {
  const bytes = await signaturePicture(event.context.holder!, event.context.params!.sha!)
  setResponseHeader(event, 'content-type', 'image/png')
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  setResponseHeader(event, 'cache-control', 'private, no-store')
  return bytes
})
