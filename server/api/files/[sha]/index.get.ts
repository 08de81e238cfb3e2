import { getBlob } from '../../../blobs'
import { fileOfSha } from '../../../services/marking/files'
import { route, sendPdf } from '../../../route'

export default route({}, async ({ event }) => {
  const file = await fileOfSha(event.context.params!.sha!)
  return sendPdf(event, await getBlob(file.sha), file.name)
})
