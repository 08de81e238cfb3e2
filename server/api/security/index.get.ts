import { securityRow } from '../../../shared/out/acts'
import { z } from 'zod'
import { route } from '../../doors/route'
import { securityPage } from '../../views/security'

const query = z.object({ before: z.coerce.number().int().positive().optional() })
export default route({ who: 'members', out: z.array(securityRow), query }, ({ query }) => securityPage(query.before))
