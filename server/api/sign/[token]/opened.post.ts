import { recordOpened } from '../../../services/rounds/sign'
import { route, fromWhere } from '../../../route'

export default route({}, ({ event }) => recordOpened(event.context.holder!, fromWhere(event)))
