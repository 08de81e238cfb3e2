import { jobFileOf } from '../../../../jobs/notes'
import { route, sendFile } from '../../../../doors/route'

export default route({ who: 'member', out: 'file' }, async ({ id, event, part }) =>
  sendFile(event, await jobFileOf(id, part('sha'))),
)
