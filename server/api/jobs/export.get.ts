import { listAs as query } from '../../../shared/lists'
import { noteSecurity } from '../../doors/log'
import { route, sendFile } from '../../doors/route'
import { jobsFile } from '../../views/lists'

/** Every job as a table that can be brought in again. */
export default route({ who: 'jobs', out: 'file', query, throttle: 'draw' }, async ({ query, event }) => {
  const file = await jobsFile(query.as)
  await noteSecurity(event, 'export', `Took out ${file.name}`)
  return sendFile(event, file)
})
