import { roundSent as out } from '../../../../shared/out/acts'
import { sendPaper } from '../../../../shared/papers'
import { sendRound } from '../../../rounds/prepare/send'
import { memberActor, route } from '../../../doors/route'

export default route({ who: ['papers', 'desk'], out, body: sendPaper }, async ({ id, body, event }) => ({
  roundId: await sendRound(id, body, memberActor(event)),
}))
