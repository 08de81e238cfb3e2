import { nudge } from '../../../services/rounds/manage'
import { route, fromWhere } from '../../../route'

export default route({}, async ({ id, event }) => {
  const actor = {
    kind: 'member' as const,
    id: event.context.member!.id,
    name: event.context.member!.name,
    ...fromWhere(event),
  }
  return { names: await nudge(id, actor) }
})
