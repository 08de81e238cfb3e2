import { keepRound } from '../../../services/rounds/template'
import { route } from '../../../route'

export default route({}, async ({ id }) => ({ templateId: await keepRound(id) }))
