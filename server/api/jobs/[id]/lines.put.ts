import { saveLines } from '../../../../shared/jobs'
import { saveJobLines } from '../../../services/jobs/write'
import { route } from '../../../route'

export default route({ who: 'member', body: saveLines }, async ({ id, body }) => ({
  version: await saveJobLines(id, body),
}))
