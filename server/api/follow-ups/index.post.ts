import { newFollowUp as body } from '../../../shared/follow-ups'
import { made as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { addFollowUp } from '../../follow-ups/manage'

export default route({ who: 'settings', body, out }, async ({ body, event }) => ({
  id: await addFollowUp(body, event.context.member!.name),
}))
