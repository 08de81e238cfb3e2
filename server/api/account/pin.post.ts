import { ownPin as body } from '../../../shared/members'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { changePin } from '../../members/keys'
import { checkPassword } from '../../members/members'

export default route({ who: 'member', browser: true, body, limit: 4000 }, async ({ event, body }) => {
  await checkPassword(event.context.member!, body.current)
  await changePin(event.context.member!, body.pin)
  await noteSecurity(event, 'setting', 'Changed their PIN')
})
