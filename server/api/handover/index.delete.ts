import { z } from 'zod'
import { checkPin } from '../../services/members/members'
import { revokeLinks } from '../../services/rounds/links'
import { writeSession } from '../../session'
import { route } from '../../route'

export default route({ body: z.object({ pin: z.string().max(20) }) }, async ({ event, body }) => {
  const member = event.context.member!
  await checkPin(member.id, body.pin)
  await revokeLinks(event.context.handover!.personId, 'device')
  await writeSession(event, { memberId: member.id })
})
