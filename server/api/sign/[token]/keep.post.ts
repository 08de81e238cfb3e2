import { keepMark as body } from '../../../../shared/signing'
import { keepMark } from '../../../rounds/act/drawing'
import { route } from '../../../doors/route'

export default route({ who: 'signer', body }, ({ event, body }) =>
  keepMark(event.context.holder!, body.what, body.mark),
)
