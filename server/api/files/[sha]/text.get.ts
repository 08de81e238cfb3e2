import { pageTexts as out } from '../../../../shared/out/acts'
import { textOf } from '../../../files/take'
import { route } from '../../../doors/route'

export default route({ who: 'member', out }, ({ part }) => textOf(part('sha')))
