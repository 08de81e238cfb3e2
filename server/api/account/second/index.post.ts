import { secondOn as body } from '../../../../shared/members'
import { spareCodes as out } from '../../../../shared/out/members'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { checkPassword } from '../../../members/members'
import { turnOnSecond } from '../../../members/second'

/** From now on signing in asks for a code, too. */
export default route({ who: 'member', browser: true, body, out, limit: 4000 }, async ({ event, body }) => {
  const member = event.context.member!
  await checkPassword(member, body.current)
  const codes = await turnOnSecond(member, body.sealed, body.code)
  await noteSecurity(event, 'setting', 'Signing in asks for a code from now on')
  return { codes }
})
