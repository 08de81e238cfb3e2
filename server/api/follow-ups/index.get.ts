import { followUpsView as out } from '../../../shared/out/follow-ups'
import { route } from '../../doors/route'
import { followUpsView } from '../../views/follow-ups'

/** All follow-ups, with what can be chosen in them. */
export default route({ who: 'settings', out }, () => followUpsView())
