import { enterWith as body } from '../../../../shared/members'
import { signedIn as out } from '../../../../shared/out/acts'
import { changeSession } from '../../../doors/access'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { enterByDoor } from '../../../members/keys'
import { meView } from '../../../views/members'

/** Takes the password that was chosen, and signs in. */
export default route({ who: 'door', out, body, limit: 4000 }, async ({ event, body, part }) => {
  const member = await enterByDoor(part('token'), event.context.door!, body)
  await changeSession(event, { memberId: member.id, kind: 'member' })
  await noteSecurity(event, 'sign-in', 'Came in by a link', member)
  return { member: meView(member) }
})
