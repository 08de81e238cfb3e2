import { guestMade as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { newContact } from '../../../../shared/jobs'
import { guestComes } from '../../../papers/usual'
import { addContact } from '../../../contacts/contacts'
import { route } from '../../../doors/route'

export default route(
  {
    who: ['jobs', 'desk'],
    out,
    body: z
      .object({ contactId: z.string().max(60).optional(), contact: newContact.optional() })
      .refine((b) => b.contactId || b.contact, 'Say who the guest is.'),
  },
  async ({ id, body }) => {
    const contactId = body.contact ? await addContact(body.contact) : body.contactId!
    await guestComes(id, contactId)
    return { contactId }
  },
)
