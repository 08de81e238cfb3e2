import { changePaper } from '../../../../shared/papers'
import { changeOwn } from '../../../services/papers/own'
import { route } from '../../../route'

export default route({ who: 'member', body: changePaper }, ({ id, body, event }) =>
  changeOwn(id, body, event.context.member!.id),
)
