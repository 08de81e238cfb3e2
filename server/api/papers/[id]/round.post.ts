import { names as out } from '../../../../shared/out/acts'
import { manageRound as body } from '../../../../shared/rounds'
import { manageRound } from '../../../rounds/manage/manage'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'papers', out, body }, ({ id, body, event }) => manageRound(id, body, memberActor(event)))
