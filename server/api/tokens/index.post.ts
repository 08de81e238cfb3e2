import { tokenMade as out } from '../../../shared/out/systems'
import { newToken as body } from '../../../shared/systems'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { addToken } from '../../systems/tokens'

/** Makes a way in for another program. The token is told here, once. */
export default route({ who: 'settings', browser: true, body, out }, async ({ body, event }) => {
  const made = await addToken(body, event.context.member!)
  await noteSecurity(event, 'setting', `Made the token “${body.name}”: ${body.scopes.join(', ')}`)
  return made
})
