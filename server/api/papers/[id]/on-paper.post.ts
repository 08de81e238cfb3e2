import { onPaper as query } from '../../../../shared/rounds'
import { signedOnPaper } from '../../../services/rounds/on-paper'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', query, file: 20_000_000 }, async ({ id, query, event, bytes }) =>
  signedOnPaper(id, query, await bytes(), memberActor(event)),
)
