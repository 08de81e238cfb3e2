import { showMessage } from '../../../services/post'
import { memberActor, route } from '../../../route'

export default route({ who: 'owner' }, ({ id, event }) => showMessage(id, memberActor(event), event))
