import { link as out } from '../../../../../../shared/out/acts'
import { linkToHand } from '../../../../../rounds/manage/handover'
import { route } from '../../../../../doors/route'

export default route({ who: ['papers', 'desk'], out }, ({ id, part, event }) =>
  linkToHand(id, part('person'), event.context.member!.id),
)
