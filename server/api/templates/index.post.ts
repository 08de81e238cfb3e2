import { newTemplate } from '../../../shared/library'
import { addTemplate } from '../../services/templates/templates'
import { route } from '../../route'

export default route({ body: newTemplate }, async ({ body }) => ({ id: await addTemplate(body) }))
