import { z } from 'zod'
import { prose } from '../../../../shared/text'
import { addNote } from '../../../jobs/jobs'
import { route } from '../../../doors/route'

export default route(
  { who: 'member', body: z.object({ words: prose(2000).pipe(z.string().trim().min(1, 'Write the note first.')) }) },
  ({ id, body, event }) => addNote(id, body.words, event.context.member!.name),
)
