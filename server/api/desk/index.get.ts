import { deskDay as query } from '../../../shared/desk'
import { deskView as out } from '../../../shared/out/desk'
import { route } from '../../doors/route'
import { deskView } from '../../views/desk'

/** The visits of a day, with what each still owes. */
export default route({ who: 'desk', out, query }, ({ query }) => deskView(query.day))
