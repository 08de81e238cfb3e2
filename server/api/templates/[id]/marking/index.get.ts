import { markingView } from '../../../../services/marking/table'
import { route } from '../../../../route'

export default route({}, ({ id }) => markingView({ of: 'template', id }))
