import { checkStep as body } from '../../../../shared/rounds'
import { takeCheckStep } from '../../../rounds/manage/check'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'member', body }, ({ id, body, event }) => takeCheckStep(id, body, memberActor(event)))
