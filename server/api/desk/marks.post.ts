import { deskMarks as body } from '../../../shared/desk'
import { takeMarks } from '../../desk/mark'
import { route } from '../../doors/route'

/** Takes what was marked of visits: here, gone, turned away. */
export default route({ who: 'desk', body }, ({ body, event }) => takeMarks(body, event.context.member!.name))
