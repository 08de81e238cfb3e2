import { textOf } from '../../../files/take'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, ({ part }) => textOf(part('sha')))
