import { listAs as query } from '../../../shared/lists'
import { route, sendFile } from '../../doors/route'
import { itemsFile } from '../../views/items'

/** Everything that is sold, as a table that can be brought in again. */
export default route({ who: 'settings', out: 'file', query, throttle: 'draw' }, async ({ query, event }) =>
  sendFile(event, await itemsFile(query.as)),
)
