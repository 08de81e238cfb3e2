import { changeMember as body } from '../../../../shared/members'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { changeMemberOf } from '../../../members/manage'

export default route({ who: 'members', body }, async ({ event, id, body }) => {
  await changeMemberOf(id, body, event.context.member!)
  await noteSecurity(event, 'setting', `Changed a member: ${Object.values(body).flat().join(', ')}`)
})
