import { passOn as body } from '../../../../shared/signing'
import { passPart } from '../../../services/rounds/sign'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'signer', body }, ({ event, body }) =>
  passPart(event.context.holder!, body, fromWhere(event)),
)
