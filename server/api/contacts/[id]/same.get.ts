import { z } from 'zod'
import { sameLook as out } from '../../../../shared/out/person'
import { lookAtSame } from '../../../contacts/merge'
import { route } from '../../../doors/route'

/** What it would do to take somebody else for this person. */
export default route({ who: 'jobs', out, query: z.object({ gone: z.string().min(1).max(80) }) }, ({ id, query }) =>
  lookAtSame(id, query.gone),
)
