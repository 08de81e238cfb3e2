import { saveTemplate } from '../../../../shared/library'
import { changeTemplate } from '../../../services/templates/templates'
import { route } from '../../../route'

export default route({ body: saveTemplate }, async ({ id, body, event }) => ({
  revision: await changeTemplate(id, body, event.context.member!.id),
}))
