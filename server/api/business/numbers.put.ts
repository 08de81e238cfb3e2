import { numbersGiven as body } from '../../../shared/settings'
import { changeNumbers } from '../../business/numbers'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeNumbers(body)
  const what = body.of === 'quotes' ? 'Quotes' : 'Invoices'
  await noteSecurity(event, 'setting', `${what} are numbered ${body.pattern}, the next is ${body.next}`)
})
