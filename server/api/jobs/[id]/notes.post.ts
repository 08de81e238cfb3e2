import { newNote } from '../../../../shared/jobs'
import { addNote } from '../../../jobs/notes'
import { route } from '../../../doors/route'

export default route({ who: ['jobs', 'desk'], body: newNote }, ({ id, body, event }) =>
  addNote(id, body.words, body.files, event.context.member!.name),
)
