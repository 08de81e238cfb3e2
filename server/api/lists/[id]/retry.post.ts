import { retryRows as body } from '../../../../shared/rounds'
import { retryList } from '../../../services/rounds/lists'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', body }, ({ id, body, event }) => retryList(id, body.rows, memberActor(event)))
