import { onPaper as query } from '../../../../shared/rounds'
import { signedOnPaper } from '../../../services/rounds/on-paper'
import { bodyBytes, memberActor, route } from '../../../route'

export default route({ query }, async ({ id, query, event }) =>
  signedOnPaper(id, query, await bodyBytes(event, 20_000_000), memberActor(event)),
)
