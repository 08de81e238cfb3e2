import { contactView } from '../../../shared/out/jobs'
import { z } from 'zod'
import { peopleKinds } from '../../../shared/people'
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
      as: z.enum(peopleKinds).optional(),
      limit: z.coerce.number().int().min(1).max(100).default(20),
    }),
  },
  ({ query }) => findContacts(query.find, query),
)
