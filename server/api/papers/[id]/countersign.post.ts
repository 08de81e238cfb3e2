import { onward as out } from '../../../../shared/out/acts'
import { countersign } from '../../../rounds/manage/handover'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, async ({ id, event }) => ({
  path: await countersign(id, event.context.member!.id),
}))
