import { inviteMember as body } from '../../../shared/members'
import { made as out } from '../../../shared/out/acts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { inviteMember } from '../../members/keys'

/** Invites somebody to work here. */
export default route({ who: 'members', out, body, throttle: 'letter tried' }, async ({ event, body }) => {
  const id = await inviteMember(body, event.context.member!)
  await noteSecurity(event, 'setting', `Invited ${body.name} as ${body.role}`)
  return { id }
})
