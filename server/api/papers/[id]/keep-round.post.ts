import { keepRound } from '../../../services/rounds/template'
import { route } from '../../../route'

export default route({ who: 'member' }, async ({ id }) => ({ templateId: await keepRound(id) }))
