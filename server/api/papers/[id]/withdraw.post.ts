import { withdrawPaper as body } from '../../../../shared/papers'
import { withdrawPaper } from '../../../rounds/manage/manage'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'papers', body }, ({ id, body, event }) =>
  withdrawPaper(id, body.reason, memberActor(event)),
)
