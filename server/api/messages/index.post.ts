import { saveMessage as body } from '../../../shared/rounds'
import { saveMessage } from '../../services/rounds/messages'
import { route } from '../../route'

export default route({ who: 'member', body }, async ({ body }) => ({ id: await saveMessage(body) }))
