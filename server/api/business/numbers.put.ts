import { invoiceNumbers as body } from '../../../shared/settings'
import { changeNumbers } from '../../business/numbers'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

export default route({ who: 'owner', body }, async ({ body, event }) => {
  await changeNumbers(body)
  await noteSecurity(event, 'setting', `Invoices are numbered ${body.pattern}, the next is ${body.next}`)
})
