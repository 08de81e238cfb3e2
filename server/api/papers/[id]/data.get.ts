import { dataAs } from '../../../../shared/marking'
import { dataFile } from '../../../views/data'
import { noteSecurity } from '../../../doors/log'
import { route, sendFile } from '../../../doors/route'

export default route({ who: 'member', out: 'file', query: dataAs }, async ({ id, query, event }) => {
  const file = await dataFile(id, query.as)
  await noteSecurity(event, 'export', `Took out ${file.name}`)
  return sendFile(event, file)
})
