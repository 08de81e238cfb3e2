import { keepRound } from '../../../rounds/prepare/template'
import { route } from '../../../doors/route'

export default route({ who: 'member' }, async ({ id }) => ({ templateId: await keepRound(id) }))
