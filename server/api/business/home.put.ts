import { homeSettings as body } from '../../../shared/settings'
import { changeHome } from '../../business/facts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeHome(body)
  await noteSecurity(event, 'setting', 'Changed how the business prices')
})
