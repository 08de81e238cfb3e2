import { numbersGiven as body } from '../../../shared/settings'
import { changeNumbers } from '../../business/numbers'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).numbers[body.of],
    () => changeNumbers(body),
  )
  const what = { quotes: 'Quotes', invoices: 'Invoices', credits: 'Credit notes' }[body.of]
  await noteSecurity(event, 'setting', `${what} are numbered ${body.pattern}, the next is ${body.next}`)
})
