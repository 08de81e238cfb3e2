import { sendPaper } from '../../../../shared/papers'
import { sendRound } from '../../../services/rounds/send'
import { route, fromWhere } from '../../../route'

export default route({ body: sendPaper }, async ({ id, body, event }) => {
  const actor = {
    kind: 'member' as const,
    id: event.context.member!.id,
    name: event.context.member!.name,
    ...fromWhere(event),
  }
  return { roundId: await sendRound(id, body, actor) }
})
