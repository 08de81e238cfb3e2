import { undoAmendment } from '../../../../services/papers/own'
import { route } from '../../../../route'

export default route({ who: 'member' }, ({ id, part }) => undoAmendment(id, part('amendment')))
