import type { RegistrationResponseJSON } from '@simplewebauthn/server'
import { newPasskey as body } from '../../../../shared/members'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { checkPassword } from '../../../members/members'
import { addPasskey } from '../../../members/passkeys'

export default route({ who: 'member', browser: true, body, limit: 20_000 }, async ({ event, body }) => {
  const member = event.context.member!
  await checkPassword(member, body.current)
  await addPasskey(member, body.name, body.response as unknown as RegistrationResponseJSON)
  await noteSecurity(event, 'setting', `A key was added: ${body.name}`)
})
