import { checkStep as body } from '../../../../shared/rounds'
import { takeCheckStep } from '../../../services/rounds/check'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', body }, ({ id, body, event }) => takeCheckStep(id, body, memberActor(event)))
