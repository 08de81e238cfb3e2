import { tagCounts as out } from '../../../shared/out/tasks'
import { route } from '../../doors/route'
import { tagCounts } from '../../views/tasks'

/** Every tag there is. */
export default route({ who: 'member', out }, () => tagCounts())
