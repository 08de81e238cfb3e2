import { editSystem as body } from '../../../../shared/systems'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { changeSystem } from '../../../systems/systems'

export default route({ who: 'owner', body }, async ({ id, body, event }) => {
  await changeSystem(id, body)
  if (body.url) await noteSecurity(event, 'setting', `A system is at ${new URL(body.url).host} now`)
})
