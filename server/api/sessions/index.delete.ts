import { ended as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { endSessionsOf } from '../../members/sessions'

/** Signs oneself out everywhere but here. */
export default route({ who: 'member', browser: true, out }, async ({ event }) => {
  const ended = await endSessionsOf(event.context.member!.id, { butNot: event.context.session!.id })
  await noteSecurity(event, 'sign-in', `Signed out everywhere else (${ended})`)
  return { ended }
})
