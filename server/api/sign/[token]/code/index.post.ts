import { giveCode as body } from '../../../../../shared/signing'
import { giveCode } from '../../../../services/rounds/proof'
import { fromWhere } from '../../../../where'
import { route } from '../../../../route'
import { keepPass } from '../../../../access'

export default route({ who: 'link', body }, async ({ event, body }) =>
  keepPass(event, event.context.holder!.person.id, await giveCode(event.context.holder!, body.code, fromWhere(event))),
)
