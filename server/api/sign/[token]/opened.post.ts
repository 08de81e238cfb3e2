import { recordOpened } from '../../../rounds/act/opened'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'signer' }, ({ event }) => recordOpened(event.context.holder!, fromWhere(event)))
