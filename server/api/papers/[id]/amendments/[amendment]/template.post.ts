import { amendTemplate } from '../../../../../papers/own'
import { route } from '../../../../../doors/route'

export default route({ who: 'library' }, ({ id, part }) => amendTemplate(id, part('amendment')))
