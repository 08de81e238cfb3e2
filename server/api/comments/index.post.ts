import { newComment } from '../../../shared/comments'
import { made as out } from '../../../shared/out/acts'
import { comment } from '../../papers/comments'
import { memberActor, route } from '../../doors/route'

export default route({ who: 'member', body: newComment, out }, async ({ body, event }) => ({
  id: await comment(body, memberActor(event).id!),
}))
