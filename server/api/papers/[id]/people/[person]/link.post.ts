import { link as out } from '../../../../../../shared/out/acts'
import { linkToHand } from '../../../../../rounds/manage/handover'
import { route } from '../../../../../doors/route'

export default route({ who: 'member', out }, ({ id, part }) => linkToHand(id, part('person')))
