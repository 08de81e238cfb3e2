import { changePaper } from '../../../../shared/papers'
import { changeOwn } from '../../../papers/own'
import { route } from '../../../doors/route'

export default route({ who: 'papers', body: changePaper }, ({ id, body, event }) =>
  changeOwn(id, body, event.context.member!.id),
)
