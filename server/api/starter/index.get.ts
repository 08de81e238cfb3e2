import { setResponseHeader } from 'h3'
import { starterSet as out } from '../../../shared/starter'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { starterOut } from '../../setup/starter-file'

/** What this business begins jobs with, as one file another Upwold takes in. */
export default route({ who: 'settings', out }, async ({ event }) => {
  setResponseHeader(event, 'content-disposition', 'attachment; filename="starter.json"')
  await noteSecurity(event, 'export', 'Took job kinds, papers and priced items out')
  return starterOut()
})
