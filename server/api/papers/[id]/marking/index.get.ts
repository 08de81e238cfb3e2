import { markingView } from '../../../../services/marking/table'
import { route } from '../../../../route'

export default route({ who: 'member' }, ({ id }) => markingView({ of: 'paper', id }))
