import { padWhat as body } from '../../../../shared/signing'
import { openPad } from '../../../services/rounds/pad'
import { route } from '../../../route'

export default route({ body }, ({ event, body }) => openPad(event.context.holder!, body.what))
