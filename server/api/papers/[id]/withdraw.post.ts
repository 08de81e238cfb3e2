import { withdrawPaper as body } from '../../../../shared/papers'
import { withdrawPaper } from '../../../services/rounds/manage'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', body }, ({ id, body, event }) =>
  withdrawPaper(id, body.reason, memberActor(event)),
)
