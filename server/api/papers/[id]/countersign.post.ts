import { countersign } from '../../../services/rounds/hand'
import { route } from '../../../route'

export default route({ who: 'member' }, async ({ id, event }) => ({
  path: await countersign(id, event.context.member!.id),
}))
