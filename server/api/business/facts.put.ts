import { businessFacts as body } from '../../../shared/settings'
import { changeFacts } from '../../business/facts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeFacts(body)
  await noteSecurity(event, 'setting', 'Changed who the business is')
})
