import { askQuestion } from '../../../../shared/signing'
import { askBusiness } from '../../../services/rounds/sign'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

export default route({ who: 'signer', throttle: 'question', body: askQuestion }, ({ event, body }) =>
  askBusiness(event.context.holder!, body.question, fromWhere(event)),
)
