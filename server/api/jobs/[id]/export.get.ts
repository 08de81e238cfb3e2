import { exportJob } from '../../../views/export'
import { securityNote } from '../../../members/security'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, async ({ id, event }) => {
  const data = await exportJob(id)
  await securityNote(event, 'export', `Took out the job “${String(data.title)}” as data`)
  return data
})
