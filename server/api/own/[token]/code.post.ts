import { giveCode as body } from '../../../../shared/signing'
import { giveOwnCode } from '../../../contacts/own-page'
import { keepOwnPass } from '../../../doors/access'
import { route } from '../../../doors/route'

export default route({ who: 'own-address', body }, async ({ event, body }) =>
  keepOwnPass(event, event.context.own!, await giveOwnCode(event.context.own!, body.code)),
)
