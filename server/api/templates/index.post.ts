import { made as out } from '../../../shared/out/acts'
import { newTemplate } from '../../../shared/library'
import { addTemplate } from '../../templates/templates'
import { route } from '../../doors/route'

export default route({ who: 'library', out, limit: 12_000_000, body: newTemplate }, async ({ body }) => ({
  id: await addTemplate(body),
}))
