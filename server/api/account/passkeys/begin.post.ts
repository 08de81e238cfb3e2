import { passkeyFor as body } from '../../../../shared/members'
import { passkeyAsk as out } from '../../../../shared/out/members'
import { route } from '../../../doors/route'
import { checkPassword } from '../../../members/members'
import { beginPasskey } from '../../../members/passkeys'

/** What this device is asked for, so that it has a key of its own. */
export default route({ who: 'member', browser: true, body, out, limit: 4000 }, async ({ event, body }) => {
  await checkPassword(event.context.member!, body.current)
  return { options: { ...(await beginPasskey(event.context.member!)) } }
})
