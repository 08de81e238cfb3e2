import { differsQuery as body, differsView as out } from '../../../../../shared/answers'
import { route } from '../../../../doors/route'
import { differsOf } from '../../../../views/answers'

/** What records say otherwise than what was filled on some of its papers. */
export default route({ who: 'papers', body, out }, ({ id, body }) => differsOf(id, body.papers))
