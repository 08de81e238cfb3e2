import { route } from '../../../../doors/route'
import { clearPad } from '../../../../rounds/manage/pads'

/** Takes off a pad what is shown there. */
export default route({ who: 'desk' }, ({ event, id }) => clearPad(id, event.context.member!.id))
