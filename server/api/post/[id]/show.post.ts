import { showMessage } from '../../../messages/show'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'owner' }, ({ id, event }) => showMessage(id, memberActor(event)))
