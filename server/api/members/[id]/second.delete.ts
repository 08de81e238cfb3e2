import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { present } from '../../../members/manage'
import { insistOnStanding } from '../../../members/members'
import { turnOffSecond } from '../../../members/second'

/** Lets somebody who lost their authenticator in with the password alone. */
export default route({ who: 'members' }, async ({ event, id }) => {
  const member = await present(id)
  insistOnStanding(event.context.member!, member, member)
  await turnOffSecond(id)
  await noteSecurity(event, 'setting', `${member.name} signs in without a code`)
})
