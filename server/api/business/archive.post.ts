import { setResponseHeader } from 'h3'
import { archiveGiven as body } from '../../../shared/settings'
import { openArchive } from '../../business/archive'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

/** Everything there is as one open archive, which another Upwold takes in. */
export default route({ who: 'owner', out: 'file', body, throttle: 'draw' }, async ({ body, event }) => {
  const { file, bytes, name } = await openArchive(body.password)
  await noteSecurity(event, 'setting', 'Took everything out as an archive')
  setResponseHeader(event, 'content-type', 'application/zip')
  setResponseHeader(event, 'content-length', bytes)
  setResponseHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return file
})
