import { declineSigning } from '../../../../shared/signing'
import { declinePart } from '../../../services/rounds/sign'
import { route, fromWhere } from '../../../route'

export default route({ body: declineSigning }, ({ event, body }) =>
  declinePart(event.context.holder!, body.reason, fromWhere(event)),
)
