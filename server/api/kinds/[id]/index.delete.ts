import { removeKind } from '../../../business/kinds'
import { route } from '../../../doors/route'

export default route({ who: 'owner' }, ({ id }) => removeKind(id))
