import { markingView as out } from '../../../../../shared/out/marking'
import { markingView } from '../../../../views/marking'
import { route } from '../../../../doors/route'

export default route({ who: 'member', out }, ({ id }) => markingView({ of: 'template', id }))
