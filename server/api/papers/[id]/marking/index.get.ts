import { markingView } from '../../../../marking/table'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id }) => markingView({ of: 'paper', id }))
