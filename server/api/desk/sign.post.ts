import { deskSign as body } from '../../../shared/desk'
import { deskSigning as out } from '../../../shared/out/desk'
import { signAtDesk } from '../../rounds/manage/at-desk'
import { memberActor, route } from '../../doors/route'

/** Has somebody at the desk sign: who signs next here, or the address for a phone of their own. */
export default route({ who: 'desk', out, body }, ({ body, event }) => signAtDesk(body, memberActor(event)))
