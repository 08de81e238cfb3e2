import { route } from '../../doors/route'
import { sendAgain } from '../../systems/deliver'

/** Gives something over once more: the same id and words, signed anew. */
export default route({ who: 'settings' }, ({ id }) => sendAgain(id))
