import { fileLook as out } from '../../../shared/bring'
import { lookAtPeople as body } from '../../../shared/bring-people'
import { lookAt } from '../../contacts/bring'
import { route } from '../../doors/route'

/** What would become of a file of people. */
export default route({ who: 'jobs', out, body, throttle: 'file' }, ({ body }) => lookAt(body))
