import { already as out } from '../../../../shared/out/acts'
import { finishSigning as body } from '../../../../shared/signing'
import { finishPart } from '../../../rounds/act/sign'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out, body }, ({ event, body }) =>
  finishPart(event.context.holder!, body.draft, body.basedOn, fromWhere(event), body),
)
