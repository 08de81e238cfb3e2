import { takeOutEnclosure } from '../../../../marking/enclosures'
import { route } from '../../../../doors/route'

export default route({ who: 'papers' }, ({ id, part }) => takeOutEnclosure(id, part('sha')))
