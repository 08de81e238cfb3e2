import { takeFromTemplate } from '../../../../../papers/own'
import { route } from '../../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => takeFromTemplate(id, part('amendment')))
