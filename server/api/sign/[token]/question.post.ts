import { askQuestion } from '../../../../shared/signing'
import { askBusiness } from '../../../rounds/act/ask'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

export default route({ who: 'signer', throttle: 'question', body: askQuestion }, ({ event, body }) =>
  askBusiness(event.context.holder!, body.question, fromWhere(event)),
)
