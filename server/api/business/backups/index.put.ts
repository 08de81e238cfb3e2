import { nightlyGiven as body } from '../../../../shared/settings'
import { changeSettings } from '../../../business/settings'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeSettings(body)
  await noteSecurity(event, 'setting', body.nightly ? 'Backups are made each night' : 'No backups are made by night')
})
