import { onward as out } from '../../../shared/out/acts'
import { z } from 'zod'
import { changeSession } from '../../doors/access'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { insistOnGuest, linkForDevice } from '../../rounds/manage/handover'

const id = z.string().min(1).max(60)
/** Hands this device to somebody of the client's side, and then to others one after the other: it can only sign for them and be handed back. */
export default route(
  { who: 'desk', browser: true, out, body: z.object({ personId: id, then: z.array(id).max(60).default([]) }) },
  async ({ event, body }) => {
    const member = event.context.member!
    const name = await insistOnGuest(body.personId)
    for (const next of body.then) await insistOnGuest(next)
    const session = await changeSession(event, {
      memberId: member.id,
      kind: 'handover',
      personId: body.personId,
      queue: body.then,
    })
    const token = await linkForDevice(body.personId, session.id)
    await noteSecurity(event, 'handover', `Handed the device to ${name}`)
    return { path: `/s/${token}` }
  },
)
