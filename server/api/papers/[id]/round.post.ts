import { manageRound as body } from '../../../../shared/rounds'
import { manageRound } from '../../../services/rounds/manage'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', body }, ({ id, body, event }) => manageRound(id, body, memberActor(event)))
