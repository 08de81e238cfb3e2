import { closeMonths as body } from '../../../shared/ledger'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { closeTo } from '../../money/ledger'

/** Closes the months up to one: they take nothing in any more. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await closeTo(body.to)
  await noteSecurity(event, 'setting', body.to ? `Closed the books up to ${body.to}` : 'Opened the books again')
})
