import { keepMark as body } from '../../../../shared/signing'
import { takeFromPad } from '../../../services/rounds/pad'
import { route } from '../../../route'

export default route({ who: 'pad', body }, ({ event, body, part }) =>
  takeFromPad(event.context.holder!, part('token'), body.what, body.mark),
)
