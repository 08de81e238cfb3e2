import { padCode as body } from '../../../../shared/desk'
import { made as out } from '../../../../shared/out/acts'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { takePad } from '../../../rounds/manage/pads'

/** Takes the screen that shows a code as a pad. */
export default route({ who: 'desk', out, body, throttle: 'pad code' }, async ({ event, body }) => {
  const taken = await takePad(body.code, event.context.member!.id)
  await noteSecurity(event, 'handover', 'Took another screen as a pad')
  return taken
})
