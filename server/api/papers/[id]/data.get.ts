import { dataAs } from '../../../../shared/marking'
import { dataFile } from '../../../marking/data'
import { securityNote } from '../../../members/security'
import { route, sendFile } from '../../../doors/route'

export default route({ who: 'member', query: dataAs }, async ({ id, query, event }) => {
  const file = await dataFile(id, query.as)
  await securityNote(event, 'export', `Took out ${file.name}`)
  return sendFile(event, file)
})
