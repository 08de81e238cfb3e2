import { shown as out } from '../../../../shared/out/acts'
import { showMessage } from '../../../messages/show'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'owner', out }, ({ id, event }) => showMessage(id, memberActor(event)))
