import { z } from 'zod'
import { pastVisit } from '../../../../shared/out/desk'
import { route } from '../../../doors/route'
import { pastVisits } from '../../../views/desk'

/** Every visit of somebody, the latest first. */
export default route({ who: 'member', out: z.array(pastVisit) }, ({ id }) => pastVisits({ contactId: id }))
