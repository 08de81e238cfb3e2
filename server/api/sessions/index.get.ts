import { z } from 'zod'
import { mayAny } from '../../../core/members/rights'
import { sessionRow } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { allSessions, sessionsOf } from '../../members/sessions'

/** Where one is signed in; for who says who works here, where everybody is. */
export default route({ who: 'member', browser: true, out: z.array(sessionRow) }, async ({ event }) => {
  const { member, session: mine } = event.context
  const list = mayAny(member!, ['members'])
    ? await allSessions()
    : (await sessionsOf(member!.id)).map((s) => ({ ...s, name: member!.name }))
  return list.map(({ id, name, memberId, kind, device, address, createdAt, seenAt }) => ({
    id,
    name,
    own: memberId === member!.id,
    here: id === mine!.id,
    kind,
    device,
    address,
    createdAt,
    seenAt,
  }))
})
