import { brought as out } from '../../../../shared/bring'
import { bringPeople as body } from '../../../../shared/bring-people'
import { bringIn } from '../../../contacts/bring'
import { route } from '../../../doors/route'

/** Brings the people of a file in. */
export default route({ who: 'jobs', out, body, throttle: 'file' }, ({ body, event }) =>
  bringIn(body, event.context.member!.name),
)
