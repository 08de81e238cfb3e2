import { z } from 'zod'
import { linkInPerson } from '../../services/rounds/hand'
import { writeSession } from '../../session'
import { route } from '../../route'

export default route({ body: z.object({ personId: z.string().max(60) }) }, async ({ event, body }) => {
  const token = await linkInPerson(body.personId, 'device')
  await writeSession(event, { memberId: event.context.member!.id, handover: { personId: body.personId } })
  return { path: `/s/${token}` }
})
