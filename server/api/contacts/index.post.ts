import { made as out } from '../../../shared/out/acts'
import { newContact } from '../../../shared/jobs'
import { addContact } from '../../contacts/contacts'
import { route } from '../../doors/route'

export default route({ who: ['jobs', 'desk'], out, body: newContact }, async ({ body }) => ({
  id: await addContact(body),
}))
