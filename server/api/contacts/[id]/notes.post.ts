import { personNote as body } from '../../../../shared/people'
import { noteOf } from '../../../contacts/notes'
import { route } from '../../../doors/route'

/** A remark in somebody's thread, for the business only. */
export default route({ who: ['jobs', 'desk'], body }, ({ id, body, event }) =>
  noteOf(id, body.words, event.context.member!.name),
)
