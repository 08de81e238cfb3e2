import { z } from 'zod'
import { findAnything } from '../services/overview/find'
import { route } from '../route'

export default route({ who: 'member', query: z.object({ q: z.string().max(200).default('') }) }, ({ query }) =>
  findAnything(query.q),
)
