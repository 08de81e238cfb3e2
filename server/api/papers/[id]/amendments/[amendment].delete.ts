import { undoAmendment } from '../../../../services/papers/own'
import { route } from '../../../../route'

export default route({}, ({ id, event }) => undoAmendment(id, event.context.params!.amendment!))
