import { callOff as body } from '../../../../shared/jobs'
import { memberActor, route } from '../../../doors/route'
import { callOff } from '../../../rounds/manage/call-off'

export default route({ who: 'book', body }, ({ id, body, event }) => callOff(id, body, memberActor(event)))
