import { sendList as body } from '../../../../shared/rounds'
import { startList } from '../../../services/rounds/lists'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', limit: 4_000_000, body }, ({ id, body, event }) =>
  startList(id, body, memberActor(event)),
)
