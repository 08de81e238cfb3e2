import { editTask as body } from '../../../../shared/tasks'
import { route } from '../../../doors/route'
import { changeTask } from '../../../follow-ups/tasks'

/** Other words for a task, another day, or somebody else. */
export default route({ who: 'member', body }, ({ id, body, event }) => changeTask(id, body, event.context.member!.name))
