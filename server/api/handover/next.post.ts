import { onward as out } from '../../../shared/out/acts'
import { route } from '../../doors/route'
import { noteSecurity } from '../../doors/log'
import { handOn } from '../../rounds/manage/handover'

/** The device goes to whoever was said to be next; nothing but their place can be reached on it. */
export default route({ who: 'locked', out }, async ({ event }) => {
  const token = await handOn(event.context.session!)
  await noteSecurity(event, 'handover', 'The device went on to the next')
  return { path: `/s/${token}` }
})
