import { editContact } from '../../../shared/jobs'
import { changeContact } from '../../services/jobs/write'
import { route } from '../../route'

export default route({ who: 'member', body: editContact }, ({ id, body }) => changeContact(id, body))
