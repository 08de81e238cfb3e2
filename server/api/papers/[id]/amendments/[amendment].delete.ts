import { undoAmendment } from '../../../../papers/own'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => undoAmendment(id, part('amendment')))
