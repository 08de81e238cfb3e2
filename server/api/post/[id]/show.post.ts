import { showMessage } from '../../../views/post'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'owner' }, ({ id, event }) => showMessage(id, memberActor(event), event))
