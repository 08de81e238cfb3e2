import { manageRound as body } from '../../../../shared/rounds'
import { manageRound } from '../../../rounds/manage/manage'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'member', body }, ({ id, body, event }) => manageRound(id, body, memberActor(event)))
