import { untie } from '../../../../contacts/ties'
import { route } from '../../../../doors/route'

export default route({ who: 'jobs' }, ({ id, part }) => untie(id, part('tie')))
