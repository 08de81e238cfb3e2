import { retryRows as body } from '../../../../shared/rounds'
import { retryList } from '../../../rounds/prepare/lists'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'member', body }, ({ id, body, event }) => retryList(id, body.rows, memberActor(event)))
