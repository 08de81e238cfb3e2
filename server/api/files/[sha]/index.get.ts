import { getBlob } from '../../../blobs'
import { fileOfSha } from '../../../services/marking/files'
import { route, sendPdf } from '../../../route'

export default route({ who: 'member' }, async ({ event, part }) => {
  const file = await fileOfSha(part('sha'))
  return sendPdf(event, await getBlob(file.sha), file.name)
})
