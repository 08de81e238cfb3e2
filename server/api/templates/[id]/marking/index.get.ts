import { markingView } from '../../../../views/marking'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id }) => markingView({ of: 'template', id }))
