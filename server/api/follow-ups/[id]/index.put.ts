import { editFollowUp as body } from '../../../../shared/follow-ups'
import { version as out } from '../../../../shared/out/acts'
import { route } from '../../../doors/route'
import { changeFollowUp } from '../../../follow-ups/manage'

export default route({ who: 'settings', body, out }, async ({ id, body }) => ({
  version: await changeFollowUp(id, body),
}))
