import { askQuestion } from '../../../../shared/signing'
import { askBusiness } from '../../../services/rounds/sign'
import { route, fromWhere } from '../../../route'

export default route({ body: askQuestion }, ({ event, body }) =>
  askBusiness(event.context.holder!, body.question, fromWhere(event)),
)
