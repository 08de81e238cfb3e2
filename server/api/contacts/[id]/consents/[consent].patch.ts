import { consentWithdrawn as body } from '../../../../../shared/people'
import { withdrawConsent } from '../../../../contacts/ties'
import { route } from '../../../../doors/route'

/** They took it back on a day; no day where that was a mistake. */
export default route({ who: ['jobs', 'desk'], body }, ({ id, part, body }) =>
  withdrawConsent(id, part('consent'), body.on),
)
