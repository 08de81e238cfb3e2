import { businessSettings as body } from '../../../shared/rounds'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeSettings(body)
  await noteSecurity(event, 'setting', 'Changed what is set for all rounds')
})
