import { made as out } from '../../../../shared/out/acts'
import { personPaper as body } from '../../../../shared/people'
import { paperForPerson } from '../../../papers/for-person'
import { route } from '../../../doors/route'

/** Makes a paper for somebody, on a job of theirs or by itself. */
export default route({ who: 'papers', body, out }, async ({ id, body, event }) => ({
  id: await paperForPerson(id, body, event.context.member!.id),
}))
