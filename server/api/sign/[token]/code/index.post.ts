import { giveCode as body } from '../../../../../shared/signing'
import { giveCode } from '../../../../services/rounds/proof'
import { fromWhere, route } from '../../../../route'
import { keepPass } from '../../../../session'

export default route({ body }, async ({ event, body }) =>
  keepPass(event, event.context.holder!.person.id, await giveCode(event.context.holder!, body.code, fromWhere(event))),
)
