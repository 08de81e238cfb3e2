import { homeSettings as body } from '../../../shared/settings'
import { changeHome } from '../../business/facts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).home,
    () => changeHome(body),
  )
  await noteSecurity(event, 'setting', 'Changed how the business prices')
})
