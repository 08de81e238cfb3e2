import { sent as out } from '../../../../shared/out/acts'
import { checkStep as body } from '../../../../shared/rounds'
import { takeCheckStep } from '../../../rounds/manage/check'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'member', out, body }, ({ id, body, event }) => takeCheckStep(id, body, memberActor(event)))
