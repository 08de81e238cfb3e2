import { challengeFor } from '../../../rounds/act/prove-document'
import { route } from '../../../doors/route'

/** Before a live picture: where the document is to be held in it. */
export default route({ who: 'link', standin: 'identity', throttle: 'challenge' }, ({ event }) =>
  challengeFor(event.context.holder!),
)
