import { declineSigning } from '../../../../shared/signing'
import { declinePart } from '../../../services/rounds/sign'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'signer', body: declineSigning }, ({ event, body }) =>
  declinePart(event.context.holder!, body.reason, fromWhere(event)),
)
