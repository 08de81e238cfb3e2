import { listAs as query } from '../../../../../shared/lists'
import { noteSecurity } from '../../../../doors/log'
import { route, sendFile } from '../../../../doors/route'
import { answersFile } from '../../../../views/lists'

/** What was filled on the papers of a template, a row each. */
export default route({ who: 'papers', out: 'file', query, throttle: 'draw' }, async ({ id, query, event }) => {
  const file = await answersFile(id, query.as)
  await noteSecurity(event, 'export', `Took out ${file.name}`)
  return sendFile(event, file)
})
