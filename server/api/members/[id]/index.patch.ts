import { changeMember as body } from '../../../../shared/members'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { changeMemberOf } from '../../../members/manage'

export default route({ who: 'owner', body }, async ({ event, id, body }) => {
  await changeMemberOf(id, body)
  await noteSecurity(event, 'setting', `Changed a member: ${Object.values(body).join(', ')}`)
})
