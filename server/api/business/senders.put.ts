import { sendersGiven as body } from '../../../shared/settings'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

/** Sets whom letters about papers and about money are from. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeSettings({ senders: body })
  await noteSecurity(event, 'setting', 'Set whom letters are from')
})
