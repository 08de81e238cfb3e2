import { made as out } from '../../../../shared/out/acts'
import { settleDrift } from '../../../../shared/papers'
import { newId } from '../../../platform/ids'
import { settle } from '../../../rounds/manage/drift'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'papers', out, body: settleDrift }, async ({ id, body, event }) => {
  const { id: memberId, name } = event.context.member!
  const actor = { kind: 'member' as const, id: memberId, name, ...fromWhere(event) }
  return { id: await settle(id, body.how, body.key ?? newId(), actor) }
})
