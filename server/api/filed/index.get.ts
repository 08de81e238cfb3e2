import { z } from 'zod'
import { filedView as out } from '../../../shared/out/follow-ups'
import { route } from '../../doors/route'
import { filedView } from '../../views/filed'

/** The file tree: what follow-ups laid into folders. */
export default route({ who: 'member', out, query: z.object({ find: z.string().max(200).default('') }) }, ({ query }) =>
  filedView(query.find),
)
