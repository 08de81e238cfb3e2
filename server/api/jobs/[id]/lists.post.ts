import { sendList as body } from '../../../../shared/rounds'
import { startList } from '../../../rounds/prepare/lists'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'member', limit: 4_000_000, body }, ({ id, body, event }) =>
  startList(id, body, memberActor(event)),
)
