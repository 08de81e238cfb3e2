import { putAmendment } from '../../../../../shared/papers'
import { amendPaper } from '../../../../papers/own'
import { route } from '../../../../doors/route'

export default route({ who: 'member', body: putAmendment }, ({ id, body, event }) =>
  amendPaper(id, body, event.context.member!.name),
)
