import { termsGiven as body } from '../../../shared/settings'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

/** Sets when an invoice is to be paid, and what stands under it, from the next one on. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).terms,
    () => changeSettings({ terms: body }),
  )
  await noteSecurity(event, 'setting', `Invoices are due within ${body.days} days`)
})
