import { withdrawPaper as withdrawBody } from '../../../../shared/papers'
import { withdrawPaper } from '../../../services/rounds/manage'
import { route, fromWhere } from '../../../route'

export default route({ body: withdrawBody }, async ({ id, body, event }) => {
  const actor = {
    kind: 'member' as const,
    id: event.context.member!.id,
    name: event.context.member!.name,
    ...fromWhere(event),
  }
  await withdrawPaper(id, body.reason, actor)
})
