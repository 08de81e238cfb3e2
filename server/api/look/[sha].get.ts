import { setResponseHeader } from 'h3'
import { isItemPicture } from '../../business/items'
import { route } from '../../doors/route'
import { getBlob } from '../../platform/blobs'
import { notFound } from '../../platform/problem'
import { theBusiness } from '../../records/business'

/** The logo and pictures of what is sold, as signers and those who read mails see them: these and no other file. */
export default route({ who: 'anyone', out: 'file' }, async ({ part, event }) => {
  const sha = part('sha')
  const { logo } = (await theBusiness()).settings.look
  if (logo?.sha !== sha && !(await isItemPicture(sha))) throw notFound('picture')
  setResponseHeader(event, 'content-type', 'image/png')
  setResponseHeader(event, 'cache-control', 'public, max-age=31536000, immutable')
  return getBlob(sha)
})
