import { made as out } from '../../../shared/out/acts'
import { newTask as body } from '../../../shared/tasks'
import { route } from '../../doors/route'
import { giveTask } from '../../follow-ups/tasks'

/** Gives somebody a task. */
export default route({ who: 'member', out, body }, async ({ body, event }) => ({
  id: await giveTask(body, event.context.member!.name),
}))
