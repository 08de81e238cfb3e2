import { made as out } from '../../../../../shared/out/acts'
import { newConsent as body } from '../../../../../shared/people'
import { consent } from '../../../../contacts/ties'
import { route } from '../../../../doors/route'

/** Writes down what somebody agreed to. */
export default route({ who: ['jobs', 'desk'], body, out }, async ({ id, body, event }) => ({
  id: await consent(id, body, event.context.member!.name),
}))
