import { standingLinkRows as out } from '../../../shared/out/standing-links'
import { standingLinkList } from '../../views/standing-links'
import { route } from '../../doors/route'

export default route({ who: 'member', out }, () => standingLinkList())
