import { exportAs } from '../../../../shared/library'
import { templateFileAs } from '../../../views/template-files'
import { route, sendFile } from '../../../doors/route'

export default route({ who: 'member', out: 'file', throttle: 'draw', query: exportAs }, async ({ id, query, event }) =>
  sendFile(event, await templateFileAs(id, query.as)),
)
