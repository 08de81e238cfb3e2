import { finishSigning as body } from '../../../../shared/signing'
import { finishPart } from '../../../services/rounds/sign'
import { fromWhere, route } from '../../../route'

export default route({ body }, ({ event, body }) =>
  finishPart(event.context.holder!, body.draft, body.basedOn, fromWhere(event), body),
)
