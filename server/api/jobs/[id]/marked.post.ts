import { made as out } from '../../../../shared/out/acts'
import { layOut } from '../../../../shared/marking'
import { layOnTable } from '../../../marking/table'
import { route } from '../../../doors/route'

export default route({ who: 'papers', out, body: layOut }, async ({ id, body, event }) => ({
  id: await layOnTable(id, body, event.context.member!.id),
}))
