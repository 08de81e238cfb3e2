import { sendPaper } from '../../../../shared/papers'
import { sendRound } from '../../../services/rounds/send'
import { memberActor, route } from '../../../route'

export default route({ who: 'member', body: sendPaper }, async ({ id, body, event }) => ({
  roundId: await sendRound(id, body, memberActor(event)),
}))
