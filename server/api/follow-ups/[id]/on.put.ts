import { switchFollowUp as body } from '../../../../shared/follow-ups'
import { route } from '../../../doors/route'
import { switchOn } from '../../../follow-ups/manage'

export default route({ who: 'settings', body }, ({ id, body }) => switchOn(id, body.on))
