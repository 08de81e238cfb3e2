import { affirm } from '../../../rounds/act/affirm'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

/** Whoever was handed the device says that it is them. */
export default route({ who: 'link' }, ({ event }) => affirm(event.context.holder!, fromWhere(event)))
