import { accountNumbers as body } from '../../../shared/ledger'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

/** Sets the bookkeeper's own numbers of accounts. */
export default route({ who: 'book', body }, async ({ body, event }) => {
  await changeSettings({ accountNumbers: Object.fromEntries(Object.entries(body.numbers).filter(([, n]) => n)) })
  await noteSecurity(event, 'setting', 'Changed the numbers of accounts')
})
