import { setResponseHeader } from 'h3'
import { route } from '../../doors/route'
import { getBlob } from '../../platform/blobs'
import { notFound } from '../../platform/problem'
import { theBusiness } from '../../records/business'

/** The logo, as signers and those who read its mails see it: the one in use and no other file. */
export default route({ who: 'anyone', out: 'file' }, async ({ part, event }) => {
  const { logo } = (await theBusiness()).settings.look
  if (!logo || logo.sha !== part('sha')) throw notFound('picture')
  setResponseHeader(event, 'content-type', 'image/png')
  setResponseHeader(event, 'cache-control', 'public, max-age=31536000, immutable')
  return getBlob(logo.sha)
})
