import { countersign } from '../../../rounds/manage/hand'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, async ({ id, event }) => ({
  path: await countersign(id, event.context.member!.id),
}))
