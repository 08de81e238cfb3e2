import { link as out } from '../../../../shared/out/acts'
import { padWhat as body } from '../../../../shared/signing'
import { openPad } from '../../../rounds/act/pad'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out, throttle: 'pad', body }, ({ event, body }) =>
  openPad(event.context.holder!, body.what, event.context.session?.id ?? null),
)
