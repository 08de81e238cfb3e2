import { takeOutEnclosure } from '../../../../marking/enclosures'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => takeOutEnclosure(id, part('sha')))
