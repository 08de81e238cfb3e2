import { undoAmendment } from '../../../../papers/own'
import { route } from '../../../../doors/route'

export default route({ who: 'papers' }, ({ id, part }) => undoAmendment(id, part('amendment')))
