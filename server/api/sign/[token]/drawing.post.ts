import { link as out } from '../../../../shared/out/acts'
import { padWhat as body } from '../../../../shared/signing'
import { openDrawing } from '../../../rounds/act/drawing'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out, throttle: 'drawing', body }, ({ event, body }) =>
  openDrawing(event.context.holder!, body.what, event.context.session?.id ?? null),
)
