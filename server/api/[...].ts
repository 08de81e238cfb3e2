import { Problem } from '../platform/problem'
import { route } from '../doors/route'

/** What no route takes, and a method a route doesn't know. */
export default route({ who: 'anyone' }, () => {
  throw new Problem('not-found', 'There is nothing at this address.')
})
