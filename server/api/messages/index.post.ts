import { made as out } from '../../../shared/out/acts'
import { saveMessage as body } from '../../../shared/rounds'
import { saveMessage } from '../../rounds/prepare/saved-messages'
import { route } from '../../doors/route'

export default route({ who: 'library', out, body }, async ({ body }) => ({ id: await saveMessage(body) }))
