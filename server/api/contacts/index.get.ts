import { contactView } from '../../../shared/out/jobs'
import { z } from 'zod'
import { findContacts } from '../../views/contacts'
import { route } from '../../doors/route'

export default route(
  {
    who: 'member',
    out: z.array(contactView),
    query: z.object({
      find: z.string().max(200).default(''),
      after: z.string().max(60).default(''),
      tag: z.string().max(80).default(''),
      limit: z.coerce.number().int().min(1).max(100).default(20),
    }),
  },
  ({ query }) => findContacts(query.find, query.limit, query.after, query.tag),
)
