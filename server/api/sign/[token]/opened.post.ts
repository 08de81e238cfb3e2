import { recordOpened } from '../../../services/rounds/sign'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'signer' }, ({ event }) => recordOpened(event.context.holder!, fromWhere(event)))
