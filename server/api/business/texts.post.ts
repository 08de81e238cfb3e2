import { mailTried as out } from '../../../shared/out/setup'
import { tryTexts as body } from '../../../shared/texts'
import { tryTextService } from '../../business/texts'
import { route } from '../../doors/route'

/** Gives one text to a service as it was typed. */
export default route({ who: 'settings', out, body, throttle: 'letter tried' }, ({ body }) =>
  tryTextService(body.texts, body.to),
)
