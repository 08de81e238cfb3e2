import { revision as out } from '../../../../shared/out/acts'
import { saveTemplate } from '../../../../shared/library'
import { changeTemplate } from '../../../templates/templates'
import { route } from '../../../doors/route'

export default route({ who: 'library', out, limit: 12_000_000, body: saveTemplate }, async ({ id, body, event }) => ({
  revision: await changeTemplate(id, body, event.context.member!.id),
}))
