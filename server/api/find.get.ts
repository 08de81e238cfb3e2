import { found } from '../../shared/out/overview'
import { z } from 'zod'
import { findAnything } from '../views/find'
import { route } from '../doors/route'

export default route(
  { who: 'member', out: z.array(found), query: z.object({ q: z.string().max(200).default('') }) },
  ({ query, event }) => findAnything(query.q, event.context.member!),
)
