import { listView as out } from '../../../../shared/out/rounds'
import { sendList as body } from '../../../../shared/rounds'
import { listView } from '../../../views/list'
import { startList } from '../../../rounds/prepare/lists'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'papers', out, limit: 4_000_000, body }, async ({ id, body, event }) =>
  listView(await startList(id, body, memberActor(event))),
)
