import { businessFacts as body } from '../../../shared/settings'
import { changeFacts } from '../../business/facts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).facts,
    () => changeFacts(body),
  )
  await noteSecurity(event, 'setting', 'Changed who the business is')
})
