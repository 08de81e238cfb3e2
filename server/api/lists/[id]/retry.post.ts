import { listView as out } from '../../../../shared/out/rounds'
import { retryRows as body } from '../../../../shared/rounds'
import { listView } from '../../../views/list'
import { retryList } from '../../../rounds/prepare/lists'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'papers', out, body }, async ({ id, body, event }) =>
  listView(await retryList(id, body.rows, memberActor(event))),
)
