import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { forgetPerson } from '../../../papers/forget'

/** Forgets somebody. */
export default route({ who: 'settings' }, async ({ id, event }) => {
  await forgetPerson(id)
  await noteSecurity(event, 'setting', 'Forgot somebody, at their wish')
})
