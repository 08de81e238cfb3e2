import { ownPassword as body } from '../../../shared/members'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { changePassword } from '../../members/keys'
import { checkPassword } from '../../members/members'

export default route({ who: 'member', browser: true, body, limit: 4000 }, async ({ event, body }) => {
  const { member, session } = event.context
  await checkPassword(member!, body.current)
  await changePassword(member!, body.password, session!.id)
  await noteSecurity(event, 'setting', 'Changed their password')
})
