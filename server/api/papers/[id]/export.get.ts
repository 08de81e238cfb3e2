import { exportAs } from '../../../../shared/library'
import { paperFileAs } from '../../../views/paper-files'
import { route, sendFile } from '../../../doors/route'

export default route({ who: 'member', out: 'file', throttle: 'draw', query: exportAs }, async ({ id, query, event }) =>
  sendFile(event, await paperFileAs(id, query.as)),
)
