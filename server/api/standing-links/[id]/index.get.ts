import { standingLinkView as out } from '../../../../shared/out/standing-links'
import { standingLinkView } from '../../../views/standing-links'
import { route } from '../../../doors/route'

/** Its address is in it: for those who may hand it out. */
export default route({ who: ['library', 'desk'], out }, ({ id }) => standingLinkView(id))
