import { made as out } from '../../../../shared/out/acts'
import { samePerson as body } from '../../../../shared/people'
import { takeForOne } from '../../../contacts/merge'
import { route } from '../../../doors/route'

/** Takes somebody else for this person: everything of theirs stands here from now on. */
export default route({ who: 'jobs', body, out }, async ({ id, body, event }) => ({
  id: await takeForOne(id, body.gone, body.take, event.context.member!.name),
}))
