import { saveLines } from '../../../../shared/jobs'
import { saveJobLines } from '../../../jobs/jobs'
import { route } from '../../../doors/route'

export default route({ who: 'member', body: saveLines }, async ({ id, body }) => ({
  version: await saveJobLines(id, body),
}))
