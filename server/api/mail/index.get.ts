import { mailInView as out } from '../../../shared/out/systems'
import { route } from '../../doors/route'
import { mailView } from '../../views/came-in'

/** Letters that came in, the newest first. */
export default route({ who: 'member', out }, () => mailView())
