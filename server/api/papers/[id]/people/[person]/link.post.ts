import { linkToHand } from '../../../../../services/rounds/hand'
import { route } from '../../../../../route'

export default route({ who: 'member' }, ({ id, part }) => linkToHand(id, part('person')))
