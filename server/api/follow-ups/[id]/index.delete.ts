import { route } from '../../../doors/route'
import { removeFollowUp } from '../../../follow-ups/manage'

/** Takes a follow-up away; what it did stays on record. */
export default route({ who: 'settings' }, ({ id }) => removeFollowUp(id))
