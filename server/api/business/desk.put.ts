import { deskSettings as body } from '../../../shared/desk'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

/** Sets what is kept of a scanned document, and whether guests get a badge. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).desk,
    () => changeSettings({ desk: body }),
  )
  await noteSecurity(event, 'setting', 'Changed how the front desk works')
})
