import { challenge as out } from '../../../../shared/out/acts'
import { challengeFor } from '../../../rounds/act/prove-document'
import { route } from '../../../doors/route'

/** Before a live picture: where the document is to be held in it. */
export default route({ who: 'link', out, standin: 'identity', throttle: 'challenge' }, ({ event }) =>
  challengeFor(event.context.holder!),
)
