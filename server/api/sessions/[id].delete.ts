import { mayAny } from '../../../core/members/rights'
import { notFound } from '../../platform/problem'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { allSessions, endSession } from '../../members/sessions'

/** Ends one session: one's own, or, for who says who works here, anybody's. */
export default route({ who: 'member', browser: true }, async ({ id, event }) => {
  const { member } = event.context
  const session = (await allSessions()).find((s) => s.id === id)
  if (!session || (session.memberId !== member!.id && !mayAny(member!, ['members']))) throw notFound('session')
  await endSession(id)
  await noteSecurity(event, 'sign-in', `Ended a session of ${session.name}`)
})
