import { nudge } from '../../../services/rounds/manage'
import { memberActor, route } from '../../../route'

export default route({ who: 'member' }, async ({ id, event }) => ({ names: await nudge(id, memberActor(event)) }))
