import { sendersGiven as body } from '../../../shared/settings'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

/** Sets whom letters about papers and about money are from. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).senders,
    () => changeSettings({ senders: body }),
  )
  await noteSecurity(event, 'setting', 'Set whom letters are from')
})
