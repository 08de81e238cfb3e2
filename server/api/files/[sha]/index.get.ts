import { getBlob } from '../../../platform/blobs'
import { fileOfSha } from '../../../files/take'
import { route, sendPdf } from '../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ event, part }) => {
  const file = await fileOfSha(part('sha'))
  return sendPdf(event, await getBlob(file.sha), file.name)
})
