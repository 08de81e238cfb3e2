import { JOB_FILE_MAX, jobFileQuery } from '../../../../../shared/jobs'
import { jobFile as out } from '../../../../../shared/out/jobs'
import { takeJobFile } from '../../../../jobs/notes'
import { route } from '../../../../doors/route'

export default route(
  { who: 'jobs', query: jobFileQuery, out, file: JOB_FILE_MAX, throttle: 'file' },
  async ({ id, query, bytes, event }) => takeJobFile(id, query.name, await bytes(), event.context.member!.name),
)
