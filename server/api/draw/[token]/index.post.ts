import { keepMark as body } from '../../../../shared/signing'
import { takeDrawing } from '../../../rounds/act/drawing'
import { route } from '../../../doors/route'

export default route({ who: 'drawing', body }, ({ event, body, part }) =>
  takeDrawing(event.context.holder!, part('token'), body.what, body.mark),
)
