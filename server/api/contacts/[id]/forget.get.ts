import { forgetLook as out } from '../../../../shared/out/person'
import { route } from '../../../doors/route'
import { lookAtForgetting } from '../../../papers/forget'

/** What forgetting somebody would do. */
export default route({ who: 'settings', out }, ({ id }) => lookAtForgetting(id))
