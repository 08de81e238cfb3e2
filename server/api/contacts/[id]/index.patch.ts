import { editContact } from '../../../../shared/jobs'
import { changeContact } from '../../../contacts/contacts'
import { route } from '../../../doors/route'

export default route({ who: 'jobs', body: editContact }, ({ id, body }) => changeContact(id, body))
