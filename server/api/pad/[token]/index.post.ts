import { keepMark as body } from '../../../../shared/signing'
import { takeFromPad } from '../../../rounds/act/pad'
import { route } from '../../../doors/route'

export default route({ who: 'pad', body }, ({ event, body, part }) =>
  takeFromPad(event.context.holder!, part('token'), body.what, body.mark),
)
