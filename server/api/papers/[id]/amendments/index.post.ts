import { putAmendment } from '../../../../../shared/papers'
import { amendPaper } from '../../../../services/papers/own'
import { route } from '../../../../route'

export default route({ who: 'member', body: putAmendment }, ({ id, body, event }) =>
  amendPaper(id, body, event.context.member!.name),
)
