import { route } from '../../../../doors/route'
import { letPadGo } from '../../../../rounds/manage/pads'

/** Lets a pad go: nothing opens on that screen any more. */
export default route({ who: 'desk' }, ({ event, id }) => letPadGo(id, event.context.member!.id))
