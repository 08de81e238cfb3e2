import { amendTemplate } from '../../../../../services/papers/own'
import { route } from '../../../../../route'

export default route({ who: 'member' }, ({ id, part }) => amendTemplate(id, part('amendment')))
