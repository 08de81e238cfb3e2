import { listTasks as query } from '../../../shared/tasks'
import { tasksView as out } from '../../../shared/out/tasks'
import { route } from '../../doors/route'
import { tasksView } from '../../views/tasks'

/** What there is to do. */
export default route({ who: 'member', out, query }, ({ query, event }) => tasksView(query, event.context.member!.id))
