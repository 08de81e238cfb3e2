import { putAmendment } from '../../../../../shared/papers'
import { amendPaper } from '../../../../papers/own'
import { route } from '../../../../doors/route'

/** A picture can be put in place of another: no larger than one on a sheet. */
export default route({ who: 'papers', body: putAmendment, limit: 3_000_000 }, ({ id, body, event }) =>
  amendPaper(id, body, event.context.member!.name),
)
