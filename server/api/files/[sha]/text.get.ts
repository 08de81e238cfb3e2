import { textOf } from '../../../services/marking/files'
import { route } from '../../../route'

export default route({ who: 'member' }, ({ part }) => textOf(part('sha')))
