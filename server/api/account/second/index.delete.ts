import { secondOff as body } from '../../../../shared/members'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { checkPassword } from '../../../members/members'
import { turnOffSecond } from '../../../members/second'

export default route({ who: 'member', browser: true, body, limit: 4000 }, async ({ event, body }) => {
  const member = event.context.member!
  await checkPassword(member, body.current)
  await turnOffSecond(member.id)
  await noteSecurity(event, 'setting', 'Signing in asks for no code any more')
})
