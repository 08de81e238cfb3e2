import { passOn as body } from '../../../../shared/signing'
import { passPart } from '../../../services/rounds/sign'
import { fromWhere, route } from '../../../route'

export default route({ body }, ({ event, body }) => passPart(event.context.holder!, body, fromWhere(event)))
