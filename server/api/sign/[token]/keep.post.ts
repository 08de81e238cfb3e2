import { keepMark as body } from '../../../../shared/signing'
import { keepMark } from '../../../services/rounds/pad'
import { route } from '../../../route'

export default route({ who: 'signer', body }, ({ event, body }) =>
  keepMark(event.context.holder!, body.what, body.mark),
)
