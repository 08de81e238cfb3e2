import { savePlan as body } from '../../../../shared/rounds'
import { planView, savePlan } from '../../../services/rounds/plan'
import { route } from '../../../route'

export default route({ who: 'member', body }, async ({ id, body, event }) => {
  await savePlan(id, body.plan, body.version, event.context.member!.id)
  return planView(id, event.context.member!.id)
})
