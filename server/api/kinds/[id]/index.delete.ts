import { removeKind } from '../../../business/kinds'
import { route } from '../../../doors/route'

export default route({ who: 'settings' }, ({ id }) => removeKind(id))
