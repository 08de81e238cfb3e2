import { signedIn as out } from '../../../shared/out/acts'
import { signInWith as body } from '../../../shared/account'
import { changeSession, deviceMark, keepDeviceMark } from '../../doors/access'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { rememberDevice, signIn } from '../../members/members'
import { fromWhere } from '../../doors/where'

export default route({ who: 'anyone', out, body, limit: 4000 }, async ({ event, body }) => {
  const mark = deviceMark(event)
  let member
  try {
    member = await signIn(body.email, body.password, { address: fromWhere(event).ip, mark })
  } catch (error) {
    await noteSecurity(event, 'sign-in', `Wrong sign-in as ${body.email.trim().toLowerCase().slice(0, 100)}`)
    throw error
  }
  await changeSession(event, { memberId: member.id, kind: 'member' })
  const fresh = await rememberDevice(member.id, mark)
  if (fresh) keepDeviceMark(event, fresh)
  await noteSecurity(event, 'sign-in', fresh ? 'Signed in on a browser not seen before' : 'Signed in', member)
  return { member: { id: member.id, name: member.name, role: member.role } }
})
