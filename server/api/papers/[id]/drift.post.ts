import { settleDrift } from '../../../../shared/papers'
import { newId } from '../../../ids'
import { settle } from '../../../services/papers/drift'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'member', body: settleDrift }, async ({ id, body, event }) => {
  const { id: memberId, name } = event.context.member!
  const actor = { kind: 'member' as const, id: memberId, name, ...fromWhere(event) }
  return { id: await settle(id, body.how, body.key ?? newId(), actor) }
})
