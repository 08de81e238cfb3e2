import { takeOutEnclosure } from '../../../../services/marking/enclosures'
import { route } from '../../../../route'

export default route({ who: 'member' }, ({ id, part }) => takeOutEnclosure(id, part('sha')))
