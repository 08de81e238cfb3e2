import { namedKind as body } from '../../../../shared/starter'
import { changeKind } from '../../../business/kinds'
import { route } from '../../../doors/route'

export default route({ who: 'settings', body }, ({ id, body }) => changeKind(id, body))
