import { z } from 'zod'
import { findAnything } from '../views/find'
import { route } from '../doors/route'

export default route({ who: 'member', query: z.object({ q: z.string().max(200).default('') }) }, ({ query }) =>
  findAnything(query.q),
)
