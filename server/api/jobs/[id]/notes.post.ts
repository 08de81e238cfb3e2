import { newNote } from '../../../../shared/jobs'
import { addNote } from '../../../jobs/jobs'
import { route } from '../../../doors/route'

export default route({ who: 'member', body: newNote }, ({ id, body, event }) =>
  addNote(id, body.words, event.context.member!.name),
)
