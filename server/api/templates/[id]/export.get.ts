import { exportAs } from '../../../../shared/library'
import { templateFileAs } from '../../../services/templates/files'
import { route, sendFile } from '../../../route'

export default route({ who: 'member', throttle: 'draw', query: exportAs }, async ({ id, query, event }) =>
  sendFile(event, await templateFileAs(id, query.as)),
)
