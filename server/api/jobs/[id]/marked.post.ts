import { layOut } from '../../../../shared/marking'
import { layOnTable } from '../../../services/marking/table'
import { route } from '../../../route'

export default route({ who: 'member', body: layOut }, async ({ id, body, event }) => ({
  id: await layOnTable(id, body, event.context.member!.id),
}))
