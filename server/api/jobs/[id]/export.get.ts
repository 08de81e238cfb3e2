import { jobExport as out } from '../../../../shared/out/export'
import { exportJob } from '../../../views/export'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, async ({ id, event }) => {
  const data = await exportJob(id)
  await noteSecurity(event, 'export', `Took out the job “${String(data.title)}” as data`)
  return data
})
