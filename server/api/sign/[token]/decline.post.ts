import { declineSigning } from '../../../../shared/signing'
import { declinePart } from '../../../rounds/act/decline'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'signer', body: declineSigning }, ({ event, body }) =>
  declinePart(event.context.holder!, body.reason, fromWhere(event)),
)
