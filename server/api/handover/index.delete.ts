import { z } from 'zod'
import { changeSession } from '../../access'
import { route } from '../../route'
import { securityNote } from '../../security'
import { checkPin } from '../../services/members/members'
import { roundOf } from '../../services/rounds/hand'
import { revokeLinks } from '../../services/rounds/links'

export default route({ who: 'locked', body: z.object({ pin: z.string().max(20) }) }, async ({ event, body }) => {
  const { member, session } = event.context
  await checkPin(member!.id, body.pin)
  const personId = session!.personId!
  await revokeLinks(personId, 'device')
  await changeSession(event, { memberId: member!.id, kind: 'member' })
  await securityNote(event, 'handover', 'Took the device back')
  return { path: await roundOf(personId) }
})
