import type { AuthenticationResponseJSON } from '@simplewebauthn/server'
import { passkeyIn as body } from '../../../../shared/members'
import { signedIn as out } from '../../../../shared/out/acts'
import { route } from '../../../doors/route'
import { welcome } from '../../../doors/welcome'
import { enterByPasskey } from '../../../members/passkeys'

/** Comes in with a key. */
export default route({ who: 'anyone', out, body, limit: 20_000, throttle: 'key' }, async ({ event, body }) =>
  welcome(event, await enterByPasskey(body.response as unknown as AuthenticationResponseJSON), 'Signed in with a key'),
)
