import { onward as out } from '../../../shared/out/acts'
import { z } from 'zod'
import { changeSession } from '../../doors/access'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { insistOnGuest, linkForDevice } from '../../rounds/manage/handover'

/** Hands this device to somebody of the client's side: from now on it can only sign for them and be handed back. */
export default route(
  { who: 'desk', out, body: z.object({ personId: z.string().max(60) }) },
  async ({ event, body }) => {
    const member = event.context.member!
    const name = await insistOnGuest(body.personId)
    const session = await changeSession(event, { memberId: member.id, kind: 'handover', personId: body.personId })
    const token = await linkForDevice(body.personId, session.id)
    await noteSecurity(event, 'handover', `Handed the device to ${name}`)
    return { path: `/s/${token}` }
  },
)
