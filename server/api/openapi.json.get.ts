import { z } from 'zod'
import description from '../doors/openapi.json'
import { route } from '../doors/route'

/** The description of every route (OpenAPI 3.1), made by `npm run routes`. */
export default route({ who: 'member', out: z.record(z.string(), z.unknown()) }, () => description)
