import { resolveComment as body } from '../../../shared/comments'
import { resolveComment } from '../../papers/comments'
import { route } from '../../doors/route'

export default route({ who: 'member', body }, ({ id, body: { resolved } }) => resolveComment(id, resolved))
