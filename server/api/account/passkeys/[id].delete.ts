import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { removePasskey } from '../../../members/passkeys'

export default route({ who: 'member', browser: true }, async ({ event, id }) => {
  await removePasskey(event.context.member!, id)
  await noteSecurity(event, 'setting', 'A key was taken away')
})
