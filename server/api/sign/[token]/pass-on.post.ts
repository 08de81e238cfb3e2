import { passOn as body } from '../../../../shared/signing'
import { passPart } from '../../../rounds/act/pass-on'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'signer', body }, ({ event, body }) =>
  passPart(event.context.holder!, body, fromWhere(event)),
)
