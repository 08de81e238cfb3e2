import { takeFromTemplate } from '../../../../../papers/own'
import { route } from '../../../../../doors/route'

export default route({ who: 'library' }, ({ id, part }) => takeFromTemplate(id, part('amendment')))
