import { planView as out } from '../../../../shared/out/rounds'
import { savePlan as body } from '../../../../shared/rounds'
import { savePlan } from '../../../rounds/prepare/save-plan'
import { planView } from '../../../views/plan'
import { route } from '../../../doors/route'

export default route({ who: 'papers', out, body }, async ({ id, body, event }) => {
  await savePlan(id, body.plan, body.version, event.context.member!.id)
  return planView(id, event.context.member!.id)
})
