import { guestMade as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { newContact } from '../../../../shared/jobs'
import { addGuest } from '../../../jobs/jobs'
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
    await addGuest(id, contactId)
    return { contactId }
  },
)
