import { giveCode as body } from '../../../../../shared/signing'
import { giveCode } from '../../../../rounds/act/prove-code'
import { fromWhere } from '../../../../doors/where'
import { route } from '../../../../doors/route'
import { keepPass } from '../../../../doors/access'

export default route({ who: 'link', body }, async ({ event, body }) =>
  keepPass(event, event.context.holder!.person.id, await giveCode(event.context.holder!, body.code, fromWhere(event))),
)
