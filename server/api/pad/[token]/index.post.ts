import { keepMark as body } from '../../../../shared/signing'
import { takeFromPad } from '../../../services/rounds/pad'
import { route } from '../../../route'

export default route({ body }, ({ event, body }) =>
  takeFromPad(event.context.holder!, decodeURIComponent(event.context.params!.token!), body.what, body.mark),
)
