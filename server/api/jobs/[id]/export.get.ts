import { exportJob } from '../../../services/export'
import { securityNote } from '../../../security'
import { route } from '../../../route'

export default route({ who: 'member' }, async ({ id, event }) => {
  const data = await exportJob(id)
  await securityNote(event, 'export', `Took out the job “${String(data.title)}” as data`)
  return data
})
