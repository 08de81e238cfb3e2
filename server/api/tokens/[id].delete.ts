import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { revokeToken } from '../../systems/tokens'

/** Takes a token back: it opens nothing any more. */
export default route({ who: 'member', browser: true }, async ({ id, event }) => {
  await revokeToken(id, event.context.member!)
  await noteSecurity(event, 'setting', 'Took a token back')
})
