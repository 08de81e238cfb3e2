import { takesOver as query } from '../../../../shared/members'
import { noteSecurity } from '../../../doors/log'
import { memberActor, route } from '../../../doors/route'
import { takeOut } from '../../../rounds/manage/member-leaves'

/** Takes a member out; what waits for them is handed to whoever takes over. */
export default route({ who: 'members', query }, async ({ event, id, query }) => {
  await takeOut(id, query.to ?? null, { member: event.context.member!, actor: memberActor(event) })
  await noteSecurity(event, 'setting', 'Took a member out')
})
