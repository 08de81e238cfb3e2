import { finishSigning as body } from '../../../../shared/signing'
import { finishPart } from '../../../services/rounds/sign'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'signer', body }, ({ event, body }) =>
  finishPart(event.context.holder!, body.draft, body.basedOn, fromWhere(event), body),
)
