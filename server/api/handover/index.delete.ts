import { onward as out } from '../../../shared/out/acts'
import { takeBack } from '../../../shared/account'
import { changeSession } from '../../doors/access'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { checkPin } from '../../members/members'
import { afterHandover } from '../../rounds/manage/handover'
import { revokeLinks } from '../../chain/links'

export default route({ who: 'locked', out, body: takeBack }, async ({ event, body }) => {
  const { member, session } = event.context
  await checkPin(member!.id, body.pin)
  const personId = session!.personId!
  await revokeLinks(personId, 'device')
  await changeSession(event, { memberId: member!.id, kind: 'member' })
  await noteSecurity(event, 'handover', 'Took the device back')
  return { path: await afterHandover(personId, member!.id) }
})
