import { linkToHand } from '../../../../../rounds/manage/hand'
import { route } from '../../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => linkToHand(id, part('person')))
