import { finishSigning } from '../../../../shared/signing'
import { finishPart } from '../../../services/rounds/sign'
import { route, fromWhere } from '../../../route'

export default route({ body: finishSigning }, ({ event, body }) =>
  finishPart(event.context.holder!, body.draft, body.basedOn, fromWhere(event)),
)
