import { documentShown as body } from '../../../shared/desk'
import { keepShown } from '../../desk/shown'
import { route } from '../../doors/route'

/** Somebody who comes showed a document; it is kept that they did, where that is set. */
export default route({ who: 'desk', body }, ({ body, event }) => keepShown(body, event.context.member!.name))
