import { taskDone as body } from '../../../../shared/tasks'
import { route } from '../../../doors/route'
import { doTask } from '../../../follow-ups/tasks'

/** A task is done, or isn't after all. */
export default route({ who: 'member', body }, ({ id, body, event }) =>
  doTask(id, body.done, event.context.member!.name),
)
