import { letterShown as out, tryWording as body } from '../../../../shared/letters'
import { route } from '../../../doors/route'
import { take } from '../../../platform/throttle'
import { showLetter } from '../../../messages/letters'

/** A letter as it would arrive; sent to oneself where that is asked. */
export default route({ who: 'settings', out, body, throttle: 'draw' }, async ({ body, part, event }) => {
  if (body.send) await take('letter tried', event.context.member!.id)
  return showLetter(part('key'), body, event.context.member!.email)
})
