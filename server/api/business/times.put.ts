import { keepTimes as body } from '../../../shared/times'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).times,
    () => changeSettings({ times: body.url === null ? null : { url: body.url } }),
  )
  await noteSecurity(event, 'setting', body.url ? 'Set who stamps times' : 'Times are stamped by nobody any more')
})
