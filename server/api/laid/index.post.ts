import { made as out } from '../../../shared/out/acts'
import { newLaid as body } from '../../../shared/calendar'
import { route } from '../../doors/route'
import { layAddress } from '../../jobs/laid'

/** Lays the calendar at an address beneath the business's own. */
export default route({ who: 'jobs', body, out, throttle: 'system tried' }, async ({ body, event }) => ({
  id: await layAddress(body.name, body.url, event.context.member!.name),
}))
