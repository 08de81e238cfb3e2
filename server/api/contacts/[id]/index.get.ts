import { personView as out } from '../../../../shared/out/person'
import { route } from '../../../doors/route'
import { personView } from '../../../views/person'

/** A person's page: who they are, and what is open between them and the business. */
export default route({ who: 'member', out }, ({ id, event }) => personView(id, event.context.member!))
