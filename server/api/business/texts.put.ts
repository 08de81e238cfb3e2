import { keepTexts as body } from '../../../shared/texts'
import { changeTexts } from '../../business/texts'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).texts,
    () => changeTexts(body.texts),
  )
  await noteSecurity(event, 'setting', body.texts ? 'Set how texts go out' : 'No texts go out any more')
})
