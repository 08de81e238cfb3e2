import { roundKept as out } from '../../../../shared/out/acts'
import { keepRound } from '../../../rounds/prepare/template'
import { route } from '../../../doors/route'

export default route({ who: 'papers', out }, async ({ id }) => ({ templateId: await keepRound(id) }))
