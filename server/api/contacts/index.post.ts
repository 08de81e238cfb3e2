import { newContact } from '../../../shared/jobs'
import { addContact } from '../../services/jobs/write'
import { route } from '../../route'

export default route({ who: 'member', body: newContact }, async ({ body }) => ({ id: await addContact(body) }))
