import { signedIn as out } from '../../../../shared/out/acts'
import { foundBusiness as body } from '../../../../shared/setup'
import { changeSession, keepDeviceMark } from '../../../doors/access'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { memberById, rememberDevice } from '../../../members/members'
import { found } from '../../../setup/found'
import { meView } from '../../../views/members'

/** Makes the business and signs its owner in. */
export default route({ who: 'founder', out, body, limit: 20_000 }, async ({ event, body }) => {
  const member = (await memberById(await found(body)))!
  await changeSession(event, { memberId: member.id, kind: 'member' })
  const mark = await rememberDevice(member.id, undefined)
  if (mark) keepDeviceMark(event, mark)
  await noteSecurity(event, 'setting', `The business “${body.name}” was made`, member)
  return { member: meView(member) }
})
